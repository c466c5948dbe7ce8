import { expect, jest, test, describe } from '@jest/globals';
import '@testing-library/jest-dom/jest-globals';
import { act, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import type { Range } from '@kettle/core/sift/limits';
import { measureOf } from '@kettle/core/sift/measures';
import { useSift, type SiftAddress } from '../src/capabilities/sift/use-sift.ts';
import { LimitCard } from '../src/ground/limits/limit-card.tsx';
import { show } from './render.tsx';

describe('a limit card', () => {
  const edges = Array.from({ length: 25 }, (_, i) => i * 400);
  const card = (range: Range, onChange: (r: Range) => void, cost?: number) => (
    <LimitCard
      measure={measureOf('price')!}
      range={range}
      histogram={[...Array.from({ length: 24 }, () => 3), 2]}
      edges={edges}
      cost={cost}
      onChange={onChange}
      onRemove={() => {}}
    />
  );
  test('says what the limit costs', () => {
    show(card({ min: 1800, max: null }, () => {}, 1240));
    expect(screen.getByText(/without it/)).toHaveTextContent('+1,240 without it');
    expect(screen.getByRole('textbox', { name: 'Price at least' })).toHaveValue('18');
  });
  test('without a bound it counts the unknown instead', () => {
    show(card({ min: null, max: null }, () => {}));
    expect(screen.getByText('2 unknown')).toBeInTheDocument();
  });
  test('typed bounds are taken in the marketplace’s money', async () => {
    const onChange = jest.fn();
    show(card({ min: null, max: null }, onChange));
    await userEvent.type(screen.getByRole('textbox', { name: 'Price at most' }), '45.50{Enter}');
    expect(onChange).toHaveBeenCalledWith({ min: null, max: 4550 });
  });
  test('typed thousands are thousands; a decimal comma is asked about and changes nothing until it is answered', async () => {
    const onChange = jest.fn();
    show(card({ min: null, max: null }, onChange));
    await userEvent.type(screen.getByRole('textbox', { name: 'Price at least' }), '1,200{Enter}');
    expect(onChange).toHaveBeenLastCalledWith({ min: 120_000, max: null });
    onChange.mockClear();
    await userEvent.type(screen.getByRole('textbox', { name: 'Price at most' }), '12,50{Enter}');
    expect(onChange).not.toHaveBeenCalled();
    await userEvent.click(screen.getByRole('button', { name: '12.50' }));
    expect(onChange).toHaveBeenLastCalledWith({ min: null, max: 1250 });
  });
  test.each([
    ['abc', '', 'Price: this is not a number.'],
    ['50', '20', 'Price: the lower bound is above the upper one.'],
    ['-1', '', 'Price: a bound cannot be below 0.'],
  ])('"%s" to "%s": a sentence, and no change', async (low, high, sentence) => {
    const onChange = jest.fn();
    const Held = () => {
      const [range, setRange] = useState<Range>({ min: null, max: null });
      return card(range, (next) => {
        onChange(next);
        setRange(next);
      });
    };
    show(<Held />);
    if (high) await userEvent.type(screen.getByRole('textbox', { name: 'Price at most' }), high);
    await userEvent.type(screen.getByRole('textbox', { name: 'Price at least' }), `${low}{Enter}`);
    expect(screen.getByRole('alert')).toHaveTextContent(sentence);
    expect(onChange).not.toHaveBeenCalledWith(expect.objectContaining({ min: Number.NaN }));
  });
});

test('what is typed in one field is not lost when the other one settles', async () => {
  const Held = () => {
    const [range, setRange] = useState<Range>({ min: null, max: null });
    return (
      <LimitCard
        measure={measureOf('price')!}
        range={range}
        histogram={undefined}
        edges={undefined}
        cost={undefined}
        onChange={setRange}
        onRemove={() => {}}
      />
    );
  };
  show(<Held />);
  const [low, high] = ['Price at least', 'Price at most'].map((name) => screen.getByRole('textbox', { name }));
  await userEvent.type(low!, '18');
  await userEvent.type(high!, '45{Enter}');
  expect(low).toHaveValue('18');
  expect(high).toHaveValue('45');
});

describe('the address', () => {
  let sift: SiftAddress;
  const Probe = () => {
    sift = useSift();
    return <output>{sift.search}</output>;
  };
  test('two changes in one moment do not undo each other', async () => {
    const { router } = show(<Probe />, '/quayside/sift?reviews=..120');
    await act(async () => {
      sift.change(({ ranges }) => ({ ranges: { ...ranges, price: { min: 1800, max: null } } }));
      sift.change(({ ranges }) => ({ ranges: { ...ranges, units: { min: 300, max: null } } }));
      sift.setOpen('QS1');
    });
    expect(new URLSearchParams(router.state.location.search).toString()).toBe(
      'price=18..&units=300..&reviews=..120&open=QS1',
    );
    expect(screen.getByRole('status')).toHaveTextContent('price=18..&units=300..&reviews=..120');
  });
  test('moving from row to row fills no history, opening does', async () => {
    const { router } = show(<Probe />, '/quayside/sift');
    await act(async () => sift.setOpen('QS1'));
    await act(async () => sift.setOpen('QS2'));
    await act(async () => sift.setOpen('QS3'));
    await act(() => router.navigate(-1));
    expect(router.state.location.search).toBe('');
  });
  test('cards of limits that are set are always there', () => {
    show(<Probe />, '/quayside/sift?cards=price&sellers=..2&colour=red');
    expect(sift.cards).toEqual(['price', 'sellers']);
  });
});
