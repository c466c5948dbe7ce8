import { beforeEach, describe, expect, jest, test } from '@jest/globals';
import '@testing-library/jest-dom/jest-globals';
import { act, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Sieve, SiftReply } from '@kettle/contract/sift';
import { emptyChoice, readSift, type SiftChoice } from '@kettle/core/sift/address';
import type { LimitKey } from '@kettle/core/sift/limits';
import { MEASURES } from '@kettle/core/sift/measures';
import { OtherLimitCard } from '../src/capabilities/sift/choice-cards.tsx';
import { DroppedBar } from '../src/capabilities/sift/dropped-bar.tsx';
import { NothingLeft, withoutLimit } from '../src/capabilities/sift/nothing-left.tsx';
import { SieveMenu } from '../src/capabilities/sift/sieve-menu.tsx';
import { SieveNews } from '../src/capabilities/sift/sieve-news.tsx';
import { useSift } from '../src/capabilities/sift/use-sift.ts';
import { siftApi as api } from '../src/ground/api/sift.ts';
import { AddLimit } from '../src/ground/limits/add-limit.tsx';
import { Follower } from '../src/ground/limits/follower.ts';
import { answering, brief, quayside, show } from './render.tsx';

beforeEach(() => localStorage.clear());

describe('cards of limits that are no measures', () => {
  const card = (which: 'flags' | 'marks' | 'best' | 'brand', choice: Partial<SiftChoice>, onChange: jest.Mock) =>
    show(
      <OtherLimitCard
        card={which}

        choice={{ ...emptyChoice(), ...choice }}
        costs={{ hide: 1200, only: 34, marks: 5, best: 7, brand: 2 }}
        names={{ best: ['3', '12'] }}
        onChange={onChange as never}
        onRemove={() => {}}
      />,
    );
  test('a flag is hidden, asked for, or neither, and both costs are added', async () => {
    const onChange = jest.fn();
    card('flags', { hide: ['gated'], only: ['steady'] }, onChange);
    expect(screen.getByRole('region', { name: 'Limit: Flags and traits' })).toHaveTextContent('+1,234 without it');
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'price war' }), 'hidden');
    expect(onChange).toHaveBeenLastCalledWith({ hide: ['gated', 'war'], only: ['steady'] });
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'gated' }), 'shown');
    expect(onChange).toHaveBeenLastCalledWith({ hide: [], only: ['steady'] });
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'steady' }), 'hidden');
    expect(onChange).toHaveBeenLastCalledWith({ hide: ['gated', 'steady'], only: [] });
  });
  test('months are named, and the last one taken away takes the limit away', async () => {
    const onChange = jest.fn();
    card('best', { choices: { best: ['12'], size: ['Parcel'] } }, onChange);
    await userEvent.click(screen.getByRole('checkbox', { name: 'March' }));
    expect(onChange).toHaveBeenLastCalledWith({ choices: { size: ['Parcel'], best: ['12', '3'] } });
    await userEvent.click(screen.getByRole('checkbox', { name: 'December' }));
    expect(onChange).toHaveBeenLastCalledWith({ choices: { size: ['Parcel'] } });
  });
  test('the stay-away list is switched off and marks are hidden', async () => {
    const onChange = jest.fn();
    card('marks', { hideMarked: ['seen'] }, onChange);
    await userEvent.click(screen.getByRole('checkbox', { name: 'stay-away list' }));
    expect(onChange).toHaveBeenLastCalledWith({ stayAwayOff: true });
    await userEvent.click(screen.getByRole('checkbox', { name: 'hide what was dropped' }));
    expect(onChange).toHaveBeenLastCalledWith({ hideMarked: ['seen', 'dropped'] });
  });
  test('brands are taken with commas between them, once, when the field is left', async () => {
    const onChange = jest.fn();
    card('brand', { brands: ['Oakumble'] }, onChange);
    const field = screen.getByRole('textbox', { name: 'Brand is' });
    await userEvent.type(field, ' , Hollin & Bray ,');
    await userEvent.tab();
    expect(onChange.mock.calls).toEqual([[{ brands: ['Oakumble', 'Hollin & Bray'] }]]);
  });
});

test('limits to add are found by what they are called and what they mean, by keys alone', async () => {
  const onAdd = jest.fn();
  show(<AddLimit offers={MEASURES} cards={['price']} open onOpen={() => {}} onAdd={onAdd} />);
  const field = await screen.findByRole('textbox', { name: 'Find a limit' });
  await userEvent.type(field, 'price');
  expect(screen.queryByRole('button', { name: /^Price What/ })).toBeNull();
  await userEvent.keyboard('{ArrowDown}{ArrowDown}{Enter}');
  expect(onAdd).toHaveBeenCalledTimes(1);
  await userEvent.clear(field);
  await userEvent.type(field, 'nothing of the kind');
  expect(screen.getByText(/No limit is called that/)).toBeInTheDocument();
});

describe('nothing left', () => {
  const full = readSift(
    new URLSearchParams(
      'price=18..45&cat=3&size=Parcel&brand=A&not-brand=B&has=c&any=d&not=e&hide=gated&only=steady&marks=seen',
    ),
    quayside,
  ).choice;
  test.each<[LimitKey, Partial<SiftChoice>]>([
    ['price', { ranges: {} }],
    ['category', { categories: [] }],
    ['size', { choices: {} }],
    ['brand', { brands: [] }],
    ['notBrand', { notBrands: [] }],
    ['have', { have: [] }],
    ['any', { any: [] }],
    ['leaveOut', { leaveOut: [] }],
    ['hide', { hide: [] }],
    ['only', { only: [] }],
    ['marks', { hideMarked: [] }],
    ['away', { stayAwayOff: true }],
  ])('without %s all else stays', (key, change) => expect(withoutLimit(full, key)).toEqual({ ...full, ...change }));

  test('each way back is one click, in words, with what it brings', async () => {
    const onChoose = jest.fn();
    const choice = readSift(new URLSearchParams('price=18..45&reviews=..9?&has=loom'), quayside).choice;
    show(
      <NothingLeft
        total={500}
        choice={choice}
        ways={[
          { remove: [], loosen: { key: 'reviews', side: 'max', to: 31 }, brings: 20 },
          { remove: ['price', 'have'], loosen: null, brings: 7 },
        ]}
        onChoose={onChoose as never}
      />,
    );
    await userEvent.click(screen.getByRole('button', { name: 'Reviews up to 31: 20 back' }));
    expect(onChoose).toHaveBeenLastCalledWith({
      ...choice,
      ranges: { ...choice.ranges, reviews: { min: null, max: 31, unknown: true } },
    });
    await userEvent.click(screen.getByRole('button', { name: 'Without “Price” and “Title with all of”: 7 back' }));
    expect(onChoose).toHaveBeenLastCalledWith({ ...choice, ranges: { reviews: choice.ranges.reviews }, have: [] });
  });
});

test('what was dropped asks why once, and can be brought back', async () => {
  const [onReason, onUndo] = [jest.fn(), jest.fn()];
  const bar = (reason: string) => (
    <DroppedBar title="Kite" reason={reason} onReason={onReason} onUndo={onUndo} onClose={() => {}} />
  );
  const { unmount } = show(bar(''));
  await userEvent.type(screen.getByRole('textbox', { name: 'Another reason' }), 'too windy{Enter}');
  expect(onReason).toHaveBeenCalledWith('too windy');
  unmount();
  show(bar('too windy'));
  expect(screen.getByRole('status')).toHaveTextContent('Dropped Kite: too windy.');
  expect(screen.queryByRole('button', { name: 'breakable' })).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: 'Bring back (u)' }));
  expect(onUndo).toHaveBeenCalled();
});

describe('sieves', () => {
  const sieve = (change: Partial<Sieve> = {}): Sieve => ({
    id: 4,
    name: 'Quiet',
    search: 'price=18..45&reviews=..100',
    reasoning: 'Little competition.',
    isStart: false,
    openedOn: '2026-11-20',
    ...change,
  });
  const Menu = () => <SieveMenu place="sift" address={useSift()} />;
  const serving = (kept: Sieve[]) =>
    answering((method, _path, body) =>
      method === 'GET'
        ? { kept, starters: [] }
        : method === 'DELETE'
          ? { ok: true }
          : { ...sieve(), ...(body as object) },
    );
  test('the order of the limits makes no change of a sieve; another bound does, and can be kept', async () => {
    const asked = serving([sieve()]);
    show(<Menu />, '/quayside/sift?reviews=..100&price=18..45&sieve=4');
    expect(await screen.findByRole('button', { name: 'Sieve: Quiet' })).toBeInTheDocument();
    expect(asked).toHaveLength(1);
  });
  test('a changed sieve is gone back to, or kept as changed', async () => {
    const asked = serving([sieve()]);
    const { router } = show(<Menu />, '/quayside/sift?price=18..40&sieve=4');
    await userEvent.click(await screen.findByRole('button', { name: 'Sieve: Quiet · changed' }));
    await userEvent.click(await screen.findByRole('button', { name: 'Keep the change' }));
    await waitFor(() =>
      expect(asked.find((a) => a.method === 'PATCH')).toMatchObject({
        path: '/api/sieves/4',
        body: { search: 'price=18..40' },
      }),
    );
    await userEvent.click(screen.getByRole('button', { name: 'Go back to it' }));
    await waitFor(() => expect(router.state.location.search).toContain('reviews='));
  });
  test('copies get a free name; what was deleted can be brought back', async () => {
    const asked = serving([sieve(), sieve({ id: 5, name: 'Quiet 2' })]);
    show(<Menu />, '/quayside/sift');
    await userEvent.click(await screen.findByRole('button', { name: 'Sieve: none' }));
    const menu = await screen.findByRole('dialog', { name: 'Sieves' });
    await userEvent.click(within(menu).getByRole('button', { name: 'Copy Quiet' }));
    await waitFor(() =>
      expect(asked.find((a) => a.method === 'POST')?.body).toMatchObject({ name: 'Quiet 3', search: sieve().search }),
    );
  });
  test('say what is new since when, and open it', async () => {
    answering((method) => (method === 'GET' ? { kept: [sieve()], starters: [] } : opened));
    const onOpen = jest.fn();
    show(<SieveNews sieve={4} onOpen={onOpen} />);
    await userEvent.click(await screen.findByRole('button', { name: '2 new, 1 changed since 20 Nov' }));
    await userEvent.click(screen.getByRole('button', { name: 'New kite' }));
    expect(onOpen).toHaveBeenCalledWith('QS9');
    expect(screen.getByText(/price 30 → 25 USD/)).toBeInTheDocument();
  });
  test('a sieve of another marketplace is named as such', async () => {
    answering(() => ({ kept: [], starters: [] }));
    show(<SieveNews sieve={4} onOpen={() => {}} />);
    expect(await screen.findByRole('alert')).toHaveTextContent('none of Quayside’s; the limits are kept');
  });
  const opened = {
    sieve: sieve(),
    since: '2026-11-20',
    new: 2,
    gone: 0,
    changed: 1,
    tooMany: false,
    changes: [
      { code: 'QS9', title: 'New kite', what: 'new', how: 'passes all limits now' },
      { code: 'QS8', title: 'Loom', what: 'changed', how: 'price 30 → 25 USD' },
    ],
  };
});

describe('marks', () => {
  const question = { marketplace: 'quayside', search: '', show: '' };
  const reply = { rows: [brief(), brief({ id: 2, code: 'QS2' })], from: 0, shown: 2 } as unknown as SiftReply;
  const rowsOf = (store: ReturnType<typeof show>['store']) =>
    api.endpoints.sift
      .select(question)(store.getState() as never)
      .data!.pages[0]!.rows.map((r) => r.mark?.state);
  test('stand on the rows at once, and go again when the server does not take them', async () => {
    let refuses = false;
    answering((method) => (method === 'GET' ? reply : refuses ? { status: 500, title: 'No' } : { ok: true }));
    const { store } = show(<p />);
    await act(async () => void (await store.dispatch(api.endpoints.sift.initiate(question))));
    const mark = (codes: string[], state: 'seen' | 'dropped') =>
      act(async () => {
        await store.dispatch(
          api.endpoints.mark.initiate({ params: { marketplace: 'quayside' }, body: { codes, state, reason: '' } }),
        );
      });
    await mark(['QS2'], 'dropped');
    expect(rowsOf(store)).toEqual([undefined, 'dropped']);
    // "Seen" takes nothing stronger away.
    await mark(['QS1', 'QS2'], 'seen');
    expect(rowsOf(store)).toEqual(['seen', 'dropped']);
    refuses = true;
    await mark(['QS1'], 'dropped');
    expect(rowsOf(store)).toEqual(['seen', 'dropped']);
  });
});

test('a follower tells on the way, not more often than it may, and always where it came to rest', () => {
  jest.useFakeTimers();
  const tell = jest.fn();
  const follower = new Follower<number>(90);
  follower.follow(1, tell);
  jest.advanceTimersByTime(1);
  for (let at = 2; at < 8; at++) {
    follower.follow(at, tell);
    jest.advanceTimersByTime(30);
  }
  follower.end(9, tell);
  follower.follow(20, tell);
  jest.advanceTimersByTime(90);
  jest.useRealTimers();
  const calls = tell.mock.calls as [number, boolean][];
  expect(calls[0]).toEqual([1, false]);
  expect(calls.length).toBeLessThan(7);
  // The pull ends where it was let go; the next one is a change of its own.
  expect(calls.at(-2)).toEqual([9, true]);
  expect(calls.at(-1)).toEqual([20, false]);
});
