import { Box, Heading, Text } from '@chakra-ui/react';
import { costTable, whatIfs, whatIfTable, type Asked } from '@kettle/core/costing/what-if';
import { useMarket } from '../../ground/market/market.ts';
import { count, money, percent } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';

/** What is left when one thing turns out otherwise; and the profit of a month by price and by units. */
export const WhatIfPanel = (asked: Asked) => {
  const market = useMarket();
  const all = whatIfs(asked);
  const table = whatIfTable(asked);
  const byCost = costTable(asked);
  if (all.length === 0) return null;
  const asTyped = all[0]!;
  const sum = (minor: number) => (
    <Box as="span" color={minor > 0 ? undefined : 'brick'} whiteSpace="nowrap">
      {minor > 0 ? '' : <Mark kind="fails" word="a loss" />}
      {money(minor, market)}
    </Box>
  );
  return (
    <Box mt="6" as="section" aria-labelledby="what-if">
      <Heading as="h3" id="what-if" fontSize="15px" mb="1">
        What if
      </Heading>
      <Text color="inkSoft" fontSize="13px" mb="2">
        One thing otherwise, all else as typed. What turns to a loss is marked ■.
      </Text>
      <PlainTable
        label="What if"
        rows={all}
        rowKey={(w) => w.key}
        columns={[
          { head: 'If', names: true, cell: (w) => w.label },
          { head: `Profit a unit, ${market.currency}`, cell: (w) => sum(w.profit) },
          { head: 'Margin', cell: (w) => percent(w.margin, 1) },
          {
            head: 'Profit a month',
            explanation: 'At the units of the estimate; nothing where those are not known',
            cell: (w) => (w.month === null ? '—' : sum(w.month)),
          },
          {
            head: 'Difference',
            cell: (w) => (w.month === null || w === asTyped ? '' : money(w.month - asTyped.month!, market)),
          },
        ]}
      />
      {byCost && (
        <Box mt="4">
          <PlainTable
            label="Profit a unit by price and unit cost"
            rows={byCost.rows}
            rowKey={(r) => r.unitCost}
            columns={[
              { head: 'Goods', names: true, cell: (r) => money(r.unitCost, market) },
              ...byCost.prices.map((price, i) => ({
                head: `at ${money(price, market)}`,
                cell: (r: (typeof byCost.rows)[number]) => sum(r.profits[i]!),
              })),
            ]}
          />
        </Box>
      )}
      {table ? (
        <Box mt="4">
          <PlainTable
            label="Profit a month by price and units"
            rows={table.rows}
            rowKey={(r) => r.label}
            columns={[
              { head: 'Units a month', names: true, cell: (r) => `${count(r.units)} (${r.label})` },
              ...table.prices.map(({ price }, i) => ({
                head: `at ${money(price, market)}`,
                cell: (r: (typeof table.rows)[number]) => sum(r.months[i]!),
              })),
            ]}
          />
          <Text mt="1" color="inkSoft" fontSize="12px">
            Low, likely and high are the estimate’s interval of the listing you found: a newcomer sells less at first.
          </Text>
        </Box>
      ) : (
        <Text mt="2" color="inkSoft" fontSize="13px">
          Its units a month are not known: what a month brings cannot be told.
        </Text>
      )}
    </Box>
  );
};
