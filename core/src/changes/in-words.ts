import type { Change } from './between.ts';

/** A change in a few words; money is written by whoever asks. @example changeInWords({ kind: 'sellers', before: 1, now: 2 }, String) // => "a new seller came: 1 then, 2 now" */
export const changeInWords = (change: Change, money: (minor: number) => string): string => {
  switch (change.kind) {
    case 'price':
      return `price ${money(change.before)} → ${money(change.now)}`;
    case 'units':
      return `units a month ${Math.round(change.before)} → ${Math.round(change.now)}`;
    case 'rank':
      return `rank ${change.before} → ${change.now}`;
    case 'sellers':
      return `${change.now > change.before ? 'a new seller came' : 'a seller left'}: ${change.before} then, ${change.now} now`;
    case 'rating':
      return `rating ${change.before.toFixed(1)} → ${change.now.toFixed(1)}`;
    case 'reviews':
      return `reviews ${change.before} → ${change.now}`;
    case 'stock':
      return change.what === 'ran out' ? 'ran out of stock' : 'is in stock again';
    case 'main-offer':
      return `main offer from ${change.before} to ${change.now}`;
    case 'page':
      return 'the page was changed';
  }
};
