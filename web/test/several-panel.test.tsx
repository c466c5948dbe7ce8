import { beforeEach, describe, expect, test } from '@jest/globals';
import '@testing-library/jest-dom/jest-globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Launches } from '@kettle/contract/costing';
import { withAmount } from '@kettle/core/costing/costing';
import { drawTrials, launchFrom, takingsAt } from '@kettle/core/costing/launch';
import { together, type Together } from '@kettle/core/costing/several';
import type { CostRules } from '@kettle/core/documents/cost-rules';
import { Component as RulePage } from '../src/capabilities/costing/rule-page.tsx';
import { SeveralPanel } from '../src/capabilities/costing/several-panel.tsx';
import type { ChancesAsked } from '../src/capabilities/costing/chances.worker.ts';
import { answering, show } from './render.tsx';
import { sheet } from './sheet-fixture.ts';

beforeEach(() => localStorage.clear());

/** A worker that answers at once, with fewer draws. */
class WorkerAtOnce {
  onmessage: ((event: { data: (Together | null)[] }) => void) | null = null;
  terminate(): void {}
  postMessage({ sets, seed, purse }: ChancesAsked): void {
    const of = (launches: ChancesAsked['sets'][number]) =>
      together(
        launches.map((asked, i) => {
          const launch = launchFrom(asked);
          if (typeof launch === 'string') throw new Error(launch);
          return drawTrials(launch, takingsAt(asked, launch.price), { trials: 300, seed: seed + i })!;
        }),
        purse,
      );
    this.onmessage?.({ data: sets.map(of) });
  }
}

describe('money of several launches', () => {
  const sum = (of: number) => ({ kind: 'sum' as const, sum: of });
  const launch = (id: number, name: string, unitCost: number | null, units: number): Launches['launches'][number] => {
    const given = sheet().costing;
    const typed = withAmount(given.document, 'freight', sum(200));
    const document = {
      ...(unitCost === null ? typed : withAmount(typed, 'unit-cost', sum(unitCost))),
      firstOrder: 300,
    };
    const costing = { ...given, id, name: 'First', document, schedule: sheet().schedule };
    return {
      id,
      name,
      stage: 'found',
      launchMonth: null,
      costing,
      price: 4109,
      category: 'Wool',
      weight: 400,
      sides: [100, 80, 60],
      units: { low: units * 0.8, likely: units, high: units * 1.3 },
    };
  };
  test('the set that leaves most within the purse, its chances, and how many make an income', async () => {
    Object.assign(globalThis, { Worker: WorkerAtOnce });
    const launches = [launch(1, 'Press', 900, 200), launch(2, 'Rack', 600, 100), launch(3, 'Open', null, 50)];
    answering(() => ({ day: '2026-11-24', launches }));
    show(<SeveralPanel />);
    const table = await screen.findByRole('table', { name: 'Launches' });
    expect(within(table).getByRole('row', { name: /Open/ })).toHaveTextContent(
      'Type in what one piece costs at the factory.',
    );
    await userEvent.type(screen.getByRole('textbox', { name: /Money you have for all/ }), '20000');
    expect(screen.getByText(/With 20,000 USD:/)).toHaveTextContent(/Press, Rack.*after a year.*Next best: Press/);
    await waitFor(() =>
      expect(screen.getByText(/With 20,000 USD:/)).toHaveTextContent(/something is left in .* of 20,000 draws/),
    );
    await userEvent.type(screen.getByRole('textbox', { name: /Income you want/ }), '3000');
    expect(screen.getByText(/3,000 USD a month take \d+ products/)).toBeVisible();
    const purse = screen.getByRole('textbox', { name: /Money you have for all/ });
    await userEvent.clear(purse);
    await userEvent.type(purse, '10');
    expect(screen.getByText(/None whose launch is known can be paid/)).toBeVisible();
  });
});

describe('a rule of thumb', () => {
  test('is begun, typed, given to a category of its own, and kept with its version', async () => {
    const empty: { document: CostRules; version: number } = {
      document: { format: 'cold-kettle/cost-rules', rules: [] },
      version: 1,
    };
    const category = { id: 4, parent: null, name: 'Wool', path: 'Wool', depth: 0, gated: false, listings: 3 };
    const asked = answering((_, path) =>
      path.endsWith('/categories') ? [category] : path.endsWith('/cost-rules') ? empty : {},
    );
    show(<RulePage />);
    await userEvent.click(await screen.findByRole('button', { name: 'Begin with one for all categories' }));
    const goods = screen.getByRole('textbox', { name: 'Goods, of the price %' });
    await userEvent.clear(goods);
    await userEvent.type(goods, '30');
    await userEvent.selectOptions(screen.getByRole('combobox', { name: /A category with a rule/ }), 'Wool');
    await userEvent.click(screen.getAllByRole('button', { name: 'by weight' })[1]!);
    await waitFor(() => {
      const { document } = asked.findLast((a) => a.method === 'PUT')!.body as { document: CostRules };
      expect(document.rules.map((r) => [r.category, r.unitCost.kind])).toEqual([
        ['*', 'share'],
        ['Wool', 'weight'],
      ]);
      expect(document.rules[0]!.unitCost).toEqual({ kind: 'share', rate: 0.3 });
    });
    await userEvent.click(screen.getByRole('button', { name: 'Remove the rule of Wool' }));
    expect(screen.queryByRole('button', { name: 'Remove the rule of Wool' })).toBeNull();
  });
});
