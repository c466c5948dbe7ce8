import type { Marketplace } from '@kettle/contract/sources';
import type { CostAmount, CostingDocument } from '@kettle/core/documents/costing';
import type { Difference } from '../../ground/form/stale-note.tsx';
import { money, percent } from '../../ground/ui/format.ts';

const inWords = (amount: CostAmount | undefined, market: Marketplace): string => {
  const sum = (minor: number | null): string => (minor === null ? 'not known' : money(minor, market));
  switch (amount?.kind) {
    case undefined:
      return 'not there';
    case 'sum':
      return sum(amount.sum);
    case 'share':
      return amount.rate === null ? 'not known' : percent(amount.rate, 1);
    case 'clicks':
      return `${sum(amount.click)} a click, ${amount.buyRate === null ? 'not known' : percent(amount.buyRate, 1)} buy, ${percent(amount.paid)} of sales`;
    case 'returns':
      return `${percent(amount.rate, 1)} at ${sum(amount.loss)}`;
  }
};

/** What differs between two costings, line by line, in the marketplace's money. */
export const costingDifferences = (
  mine: CostingDocument,
  newer: CostingDocument,
  market: Marketplace,
): Difference[] => {
  const plain = (value: number | string | null): string => (value === null ? 'not known' : String(value));
  const price = (minor: number | null): string => (minor === null ? 'the listing’s own' : money(minor, market));
  const heads: Difference[] = [
    { name: 'Price to try', mine: price(mine.price), newer: price(newer.price) },
    { name: 'Fulfilled by', mine: mine.fulfilment, newer: newer.fulfilment },
    { name: 'Months in storage', mine: plain(mine.monthsStored), newer: plain(newer.monthsStored) },
    { name: 'First order, units', mine: plain(mine.firstOrder), newer: plain(newer.firstOrder) },
  ];
  const lineOf = (document: CostingDocument, key: string) => document.lines.find((l) => l.key === key);
  const keys = [...new Set([...mine.lines, ...newer.lines].map((l) => l.key))];
  const lines = keys.map((key): Difference => {
    const [own, other] = [lineOf(mine, key), lineOf(newer, key)];
    return {
      name: (own ?? other)!.label,
      mine: inWords(own?.amount, market),
      newer: inWords(other?.amount, market),
    };
  });
  const landing = (d: CostingDocument): string => (d.landing ? JSON.stringify(d.landing) : '');
  const way = (d: CostingDocument): string =>
    d.landing?.chosen ? `quote of ${d.landing.chosen.offer.supplier}, ${d.landing.chosen.offer.day}` : 'none chosen';
  if (landing(mine) !== landing(newer)) {
    // Ways and legs are many: that they differ is told by the quote they are for.
    const [own, other] = [way(mine), way(newer)];
    heads.push({ name: 'Quote and way', mine: own, newer: own === other ? `${other}, other terms of the way` : other });
  }
  return [...heads, ...lines].filter((d) => d.mine !== d.newer);
};
