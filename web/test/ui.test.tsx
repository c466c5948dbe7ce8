import { expect, jest, test, describe } from '@jest/globals';
import '@testing-library/jest-dom/jest-globals';
import { screen, within } from '@testing-library/react';
import { useState } from 'react';
import userEvent from '@testing-library/user-event';
import { NumberField } from '../src/ground/form/number-field.tsx';
import { DataTable, type Column } from '../src/ground/ui/data-table.tsx';
import { count, day, decimal, money, moneyWith, percent, weight, weightWith } from '../src/ground/ui/format.ts';
import { Mark } from '../src/ground/ui/mark.tsx';
import { ProblemNote } from '../src/ground/ui/problem-note.tsx';
import { Worked } from '../src/ground/ui/worked.tsx';
import { quayside, show } from './render.tsx';

describe('figures as text', () => {
  const yen = { currency: 'JPY', measures: 'metric' } as const;
  test.each([
    [count(1234.4), '1,234'],
    [count(null), '—'],
    [decimal(4.44), '4.4'],
    [percent(0.225), '23 %'],
    [percent(null), '—'],
    [money(3990, quayside), '39.90'],
    [money(399_000, quayside, true), '3,990'],
    [money(1500, yen), '1,500'],
    [moneyWith(3990, quayside), '39.90 USD'],
    [moneyWith(null, quayside), '—'],
    [weight(1724, quayside), '3.8'],
    [weightWith(1500, yen), '1.5 kg'],
    [weightWith(90, quayside), '0.20 lb'],
    [day('2026-11-24', '2026-01-01'), '24 Nov'],
    [day('2025-02-01', '2026-01-01'), '1 Feb 2025'],
    [day(null), '—'],
  ])('%s is %s', (text, expected) => expect(text).toBe(expected));
});

describe('a number field', () => {
  const notNegative = (x: number): string | null => (x < 0 ? 'This cannot be below 0.' : null);
  test('keeps each number as it is typed, and nothing as unknown', async () => {
    const kept: (number | null)[] = [];
    show(<NumberField label="Unit cost" value={null} onChange={(v) => kept.push(v)} />);
    await userEvent.type(screen.getByRole('textbox', { name: 'Unit cost' }), '9.4');
    await userEvent.clear(screen.getByRole('textbox'));
    expect(kept).toEqual([9, 9, 9.4, null]);
  });

  /** A field that keeps what it is told, as a form does. */
  const Held = ({ first, told }: { first: number; told: (value: number | null) => void }) => {
    const [value, setValue] = useState<number | null>(first);
    return (
      <NumberField
        label="First order"
        value={value}
        onChange={(next) => {
          told(next);
          setValue(next);
        }}
      />
    );
  };
  const type = async (text: string) => {
    const told = jest.fn();
    show(<Held first={500} told={told} />);
    const field = screen.getByRole('textbox', { name: 'First order' });
    await userEvent.clear(field);
    await userEvent.type(field, text);
    return { told, field };
  };
  test('reads thousands as they are shown everywhere', async () => {
    const { told, field } = await type('1,500');
    expect(told).toHaveBeenLastCalledWith(1500);
    expect(screen.queryByRole('alert')).toBeNull();
    await userEvent.tab();
    expect(field).toHaveValue('1500');
  });
  test('keeps what was saved when another number may be meant, and asks; the answer is saved', async () => {
    const { told, field } = await type('12,50');
    expect(told).toHaveBeenLastCalledWith(500);
    await userEvent.tab();
    expect(screen.getByRole('alert')).toHaveTextContent('Not saved. Did you mean 12.50?');
    await userEvent.click(screen.getByRole('button', { name: '12.50' }));
    expect(told).toHaveBeenLastCalledWith(12.5);
    expect(screen.queryByRole('alert')).toBeNull();
    expect(field).toHaveValue('12.5');
  });
  test('gives back on Escape what was there before', async () => {
    const { told, field } = await type('7');
    await userEvent.keyboard('{Escape}');
    expect(told).toHaveBeenLastCalledWith(500);
    expect(field).toHaveValue('500');
  });
  test.each([
    ['abc', 'This is not a number.'],
    ['-2', 'This cannot be below 0.'],
  ])('"%s" stays in the field with a sentence and is not kept', async (text, sentence) => {
    const onChange = jest.fn();
    show(<NumberField label="Freight" value={null} onChange={onChange} fault={notNegative} />);
    await userEvent.type(screen.getByRole('textbox'), text);
    expect(screen.getByRole('alert')).toHaveTextContent(sentence);
    expect(screen.getByRole('textbox')).toHaveValue(text);
    expect(screen.getByRole('textbox')).toHaveAttribute('aria-invalid', 'true');
    expect(onChange).not.toHaveBeenCalledWith(-2);
  });
});

describe('a figure with its working', () => {
  const figure = {
    known: true as const,
    value: 54,
    low: 40,
    high: 70,
    working: {
      method: 'Two ways together.',
      inputs: [{ label: 'Stock counts', value: '49' }],
      warnings: ['They disagree.'],
      better: 'Count more.',
    },
  };
  test('opens on focus: method, inputs, warnings, what would make it better', async () => {
    show(
      <Worked figure={figure} title="54 a month">
        54
      </Worked>,
    );
    await userEvent.tab();
    expect(await screen.findByText('Two ways together.')).toBeInTheDocument();
    for (const text of ['Stock counts', '49', '▲ They disagree.', 'Better: Count more.'])
      expect(screen.getByText(text)).toBeInTheDocument();
  });
  test('that is not known gives the reason', async () => {
    show(
      <Worked figure={{ known: false, reason: 'No rank has been read.' }} title="Units">
        —
      </Worked>,
    );
    await userEvent.tab();
    expect(await screen.findByText('No rank has been read.')).toBeInTheDocument();
  });
});

test('a mark says in words what its shape and colour say', () => {
  show(<Mark kind="fails" />);
  expect(screen.getByText('fails:')).toBeInTheDocument();
});

test('a problem says what happened, what to do and what was kept', () => {
  show(
    <ProblemNote
      error={{
        status: 503,
        data: { type: '/problems/x', title: 'The database does not answer.', status: 503, detail: 'Try again.' },
      }}
      kept="Your limits are kept."
    />,
  );
  expect(screen.getByRole('alert')).toHaveTextContent('The database does not answer.Try again.Your limits are kept.');
});

test('a program that is gone is said, not shown as a blank', () => {
  show(<ProblemNote error={{ status: 'FETCH_ERROR', error: 'x' }} />);
  expect(screen.getByRole('alert')).toHaveTextContent('The program does not answer.');
});

describe('a table', () => {
  interface Row {
    code: string;
    price: number;
  }
  const rows: Row[] = [
    { code: 'A1', price: 3 },
    { code: 'B2', price: 5 },
  ];
  const columns: Column<Row>[] = [
    { key: 'code', head: 'Code', explanation: 'The code.', cell: (r) => r.code, fixed: true, sortable: true },
    { key: 'price', head: 'Price', explanation: 'What a buyer pays.', cell: (r) => r.price },
  ];
  test('names its sorted column, says how many rows there are and lets columns be hidden for good', async () => {
    const onSort = jest.fn();
    show(
      <DataTable
        label="Things"
        keptAs="things"
        columns={columns}
        rows={rows}
        rowKey={(r) => r.code}
        total={500}
        sort={{ key: 'code', descending: true }}
        onSort={onSort}
      />,
    );
    const table = screen.getByRole('table', { name: 'Things' });
    expect(table).toHaveAttribute('aria-rowcount', '501');
    expect(within(table).getByRole('columnheader', { name: 'Code' })).toHaveAttribute('aria-sort', 'descending');
    await userEvent.click(within(table).getByRole('button', { name: 'Code' }));
    expect(onSort).toHaveBeenCalledWith('code');
    await userEvent.click(screen.getByRole('button', { name: 'Columns of Things' }));
    await userEvent.click(await screen.findByRole('checkbox', { name: 'Price' }));
    expect(within(table).queryByRole('columnheader', { name: 'Price' })).toBeNull();
    expect(JSON.parse(localStorage.getItem('kettle/columns/things')!)).toEqual({ hidden: { price: true } });
  });
  test('columns change places, widths and stand fast, and all of it is kept', async () => {
    localStorage.clear();
    const table = (
      <DataTable
        label="Things"
        keptAs="moved"
        columns={columns}
        rows={rows}
        rowKey={(r) => r.code}
        sort={{ key: 'code', descending: false }}
        onSort={() => {}}
      />
    );
    const heads = (): string[] => screen.getAllByRole('columnheader').map((h) => h.textContent ?? '');
    const { unmount } = show(table);
    expect(heads()).toEqual(['Code', 'Price']);
    await userEvent.click(screen.getByRole('button', { name: 'Columns of Things' }));
    await userEvent.click(await screen.findByRole('button', { name: 'Code: let it scroll' }));
    await userEvent.click(screen.getByRole('button', { name: 'Price: further left' }));
    await userEvent.click(screen.getByRole('button', { name: 'Price: keep it in sight' }));
    expect(heads()).toEqual(['Price', 'Code']);
    screen.getByRole('button', { name: 'Code' }).focus();
    await userEvent.keyboard('{Shift>}{ArrowRight}{/Shift}');
    unmount();
    show(table);
    expect(heads()).toEqual(['Price', 'Code']);
    expect(JSON.parse(localStorage.getItem('kettle/columns/moved')!)).toMatchObject({
      pinned: ['price'],
      widths: { code: 108 },
    });
  });
  test('a choice of columns that cannot be read is passed over', () => {
    localStorage.setItem('kettle/columns/broken', '[1,2]');
    show(<DataTable label="Things" keptAs="broken" columns={columns} rows={rows} rowKey={(r) => r.code} />);
    expect(screen.getAllByRole('columnheader')).toHaveLength(2);
  });
  test('shows what belongs there when it is empty', () => {
    show(
      <DataTable
        label="Things"
        keptAs="none"
        columns={columns}
        rows={[]}
        rowKey={(r: Row) => r.code}
        empty={<p>Nothing yet</p>}
      />,
    );
    expect(screen.getByText('Nothing yet')).toBeInTheDocument();
  });
});
