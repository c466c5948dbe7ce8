import { jest } from '@jest/globals';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { emptyDemand } from '@kettle/core/demand/choice';
import type { VerdictKey } from '@kettle/core/shelf/reading';
import { STARTER_SHELF_RULES } from '@kettle/core/shelf/rules';
import { readShelf } from '@kettle/core/shelf/shelf';
import { CourseCard, OutlaySetting, ShareSetting } from '../src/capabilities/demand/demand-cards.tsx';
import { IncomeCard } from '../src/capabilities/demand/income-card.tsx';
import { OpennessMark } from '../src/capabilities/shelf/openness.tsx';
import { RulesEditor } from '../src/capabilities/shelf/rules-editor.tsx';
import { subjectOf } from '../src/capabilities/shelf/use-shelf.ts';
import { ShelfFigures, Verdicts } from '../src/capabilities/shelf/what-it-says.tsx';
import { csvText } from '../src/ground/ui/save-csv.ts';
import { StripPlot, type Dot } from '../src/ground/ui/strip-plot.tsx';
import { brief, show } from './render.tsx';

describe('a strip plot', () => {
  const dots: Dot[] = [
    { code: 'A', title: 'Press one', value: 10 },
    { code: 'B', title: 'Press two', value: 1000 },
    { code: 'C', title: 'Press three', value: 100 },
  ];
  const strip = (change: Partial<Parameters<typeof StripPlot>[0]> = {}) => (
    <StripPlot
      name="Reviews"
      unit=""
      dots={dots}
      unknown={0}
      median={100}
      scale="log"
      summary="median 100"
      shown={(v) => String(v)}
      find="B"
      current={null}
      marked={new Set()}
      onPoint={() => {}}
      onOpen={() => {}}
      {...change}
    />
  );
  test('says what it holds, and by the keys what each dot is, in the order of the values', async () => {
    const onPoint = jest.fn();
    const onOpen = jest.fn();
    const onKey = jest.fn(() => true);
    const Held = () => {
      const [current, setCurrent] = useState<string | null>(null);
      return strip({
        current,
        onPoint: (code) => {
          onPoint(code);
          setCurrent(code);
        },
        onOpen,
        onKey,
      });
    };
    show(<Held />);
    const slider = screen.getByRole('slider', { name: /^Reviews, 3 listings/ });
    expect(slider).toHaveAttribute('aria-valuetext', 'median 100');
    slider.focus();
    await userEvent.keyboard('{ArrowRight}{ArrowRight}');
    expect(slider).toHaveAttribute('aria-valuetext', expect.stringContaining('Press three: 100'));
    await userEvent.keyboard('{Enter}e{End}');
    expect(onPoint.mock.calls).toEqual([['A'], ['C'], ['B']]);
    expect(onOpen).toHaveBeenCalledWith('C');
    expect(onKey).toHaveBeenCalledWith('e', 'C');
  });
  test('draws a dot each, the find as a diamond; a log scale puts 100 midway between 10 and 1,000', () => {
    const { container } = show(strip());
    const circles = [...container.querySelectorAll('circle')];
    expect(circles).toHaveLength(2);
    expect(container.querySelectorAll('.find path')).toHaveLength(1);
    const x = circles.map((c) => Number.parseFloat(c.getAttribute('cx')!));
    expect(x[0]).toBeCloseTo(1.5, 1);
    expect(x[1]).toBeGreaterThan(48);
    expect(x[1]).toBeLessThan(52);
  });
  test('ranks run the other way; one alone, or none, is no fault; many of one value do not hide each other', () => {
    const reversed = show(strip({ reversed: true }));
    expect(Number.parseFloat(reversed.container.querySelector('circle')!.getAttribute('cx')!)).toBeGreaterThan(90);
    reversed.unmount();
    const none = show(strip({ dots: [], median: null, unknown: 3 }));
    expect(screen.getByText(/3 unknown/)).toBeInTheDocument();
    none.unmount();
    const same = Array.from({ length: 300 }, (_, i) => ({ code: `S${i}`, title: 'x', value: 5 }));
    const { container } = show(strip({ dots: same, find: null }));
    const heights = new Set([...container.querySelectorAll('circle')].map((c) => c.getAttribute('cy')));
    expect(heights.size).toBeGreaterThan(4);
    expect(container.innerHTML).not.toContain('NaN');
  });
});

describe('what a shelf says', () => {
  const listings = Array.from({ length: 8 }, (_, i) =>
    brief({ code: `QS${i}`, brand: `Brand ${i}`, units: 200 + i, revenue: (200 + i) * 4109, months: 30, reviews: 100 }),
  );
  const rules = { ...STARTER_SHELF_RULES, wallReviews: 50 };
  const reading = readShelf(listings as never, { rules, currency: 'USD' });

  test('a verdict opens its rows and its rule, and closes them', async () => {
    const onShow = jest.fn();
    const Held = () => {
      const [shown, setShown] = useState<VerdictKey | null>(null);
      const tell = (key: VerdictKey | null): void => {
        onShow(key);
        setShown(key);
      };
      return <Verdicts reading={reading} shown={shown} onShow={tell} />;
    };
    show(<Held />);
    await userEvent.click(screen.getByRole('button', { name: /^The wall of reviews is too high\. Show its listings/ }));
    expect(screen.getByText(/^Rule: At least 70 %/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: /^The wall/ }));
    expect(onShow.mock.calls).toEqual([['wall'], [null]]);
  });
  test('figures stand beside it, and what is not known is said to be so', () => {
    show(<ShelfFigures reading={readShelf([], { rules, currency: 'USD' })} rules={rules} />);
    expect(screen.getByRole('region', { name: 'Figures of the shelf' })).toHaveTextContent('not known');
    expect(document.body.textContent).not.toMatch(/NaN|Infinity|null/);
  });
  test('openness names its parts, and the missing ones', () => {
    show(<OpennessMark openness={reading.openness} rules={rules} editing={false} onEdit={() => {}} />);
    expect(screen.getByRole('img', { name: /Demand \d+, Spread \d+/ })).toBeInTheDocument();
    expect(screen.getByText(/▲ without .*: not known/)).toBeInTheDocument();
  });
  test('rules are tried at once; what cannot be meant is refused in a sentence', async () => {
    const onTry = jest.fn();
    const asked = jest.spyOn(globalThis, 'fetch').mockImplementation(async () => Response.json({ ok: true }));
    show(<RulesEditor rules={rules} own={false} version={1} openness={reading.openness} onTry={onTry} />);
    const weight = screen.getByRole('textbox', { name: 'Weight of Spread' });
    await userEvent.clear(weight);
    await userEvent.type(weight, '5{Enter}');
    expect(onTry).toHaveBeenCalledWith(
      expect.objectContaining({ parts: expect.objectContaining({ spread: expect.objectContaining({ weight: 5 }) }) }),
    );
    const owned = screen.getByRole('textbox', { name: 'Owned: two brands take' });
    await userEvent.clear(owned);
    await userEvent.type(owned, '75{Enter}');
    expect(onTry).toHaveBeenLastCalledWith(expect.objectContaining({ ownedShare: 0.75 }));
    const point = screen.getByRole('textbox', { name: 'Spread, point 1: from' });
    await userEvent.clear(point);
    await userEvent.type(point, '0.9{Enter}');
    expect(screen.getByRole('alert')).toHaveTextContent('must rise from left to right');
    expect(onTry).toHaveBeenCalledTimes(2);
    asked.mockRestore();
  });
});

describe('cards of Demand', () => {
  test('an income target is read, refused or taken away', async () => {
    const onChange = jest.fn();
    show(<IncomeCard income={null} dots={[]} cost={undefined} onChange={onChange} onOpen={() => {}} />);
    const field = screen.getByRole('textbox', { name: 'Income target' });
    await userEvent.type(field, 'much{Enter}');
    expect(screen.getByRole('alert')).toHaveTextContent('This is not a number.');
    await userEvent.clear(field);
    await userEvent.type(field, '2500{Enter}');
    expect(onChange.mock.calls).toEqual([[{ amount: 250_000, per: 'month' }]]);
  });
  test('the curve tells how many lie above it', () => {
    const dots = [
      { id: 1, name: 'a', price: 3000, units: 100, meets: true },
      { id: 2, name: 'b', price: 1000, units: 10, meets: false },
    ];
    const income = { amount: 250_000, per: 'month' } as const;
    const { container } = show(
      <IncomeCard income={income} dots={dots} cost={4} onChange={() => {}} onOpen={() => {}} />,
    );
    expect(screen.getByRole('img', { name: /^1 of 2 niches lie above the curve/ })).toBeInTheDocument();
    expect(screen.getByText('+4')).toBeInTheDocument();
    expect(container.innerHTML).not.toContain('NaN');
  });
  test('kinds of course are chosen, with how many there are', async () => {
    const onChange = jest.fn();
    const counts = { steady: 12, season: 30, flash: 1, once: 0, unknown: 4, nobody: 0 };
    show(
      <CourseCard choice={emptyDemand()} counts={counts} cost={undefined} onChange={onChange} onRemove={() => {}} />,
    );
    const card = screen.getByRole('region', { name: 'Limit: Course' });
    expect(within(card).getByText('30')).toBeInTheDocument();
    await userEvent.click(within(card).getByRole('checkbox', { name: /^a season/ }));
    expect(onChange).toHaveBeenCalledWith({ courses: ['season'] });
  });
  test('settings take what can be meant; Escape brings back what was', async () => {
    const share = jest.fn();
    const outlay = jest.fn();
    show(
      <>
        <ShareSetting share={0.8} onChange={share} />
        <OutlaySetting outlay={null} onChange={outlay} />
      </>,
    );
    const most = screen.getByRole('textbox', { name: /counts as most/ });
    await userEvent.clear(most);
    await userEvent.type(most, '200{Enter}');
    expect(share).not.toHaveBeenCalled();
    expect(screen.getByRole('alert')).toHaveTextContent('Between 5 and 100.');
    await userEvent.type(most, '{Escape}');
    expect(most).toHaveValue('80');
    await userEvent.clear(most);
    await userEvent.type(most, '50{Enter}');
    expect(share).toHaveBeenCalledWith(0.5);
    const fixed = screen.getByRole('textbox', { name: /Samples, pictures/ });
    await userEvent.clear(fixed);
    await userEvent.type(fixed, '2000{Enter}');
    expect(outlay).toHaveBeenCalledWith({ costShare: 0.3, months: 2, fixed: 200_000 });
  });
});

test('the shelf that an address asks for', () => {
  expect(subjectOf(new URLSearchParams('term=3&listing=QS1&out=QS2'))).toEqual({ term: '3', listing: 'QS1' });
  expect(subjectOf(new URLSearchParams('out=QS2'))).toBeNull();
});

test('a saved table guards cells that a spreadsheet would run, and quotes what needs it', () => {
  expect(
    csvText(
      ['Shelf, today'],
      ['A', 'B'],
      [
        ['=1+1', 'x "y", z'],
        [null, 3],
      ],
    ),
  ).toBe('\ufeff"# Shelf, today"\nA,B\n\'=1+1,"x ""y"", z"\n,3\n');
});
