/**
 * What an answer shows, so that a change asks afresh for just that. With an id it is one thing: a listing is
 * "marketplace/code", a candidate its number, lists and documents of a marketplace carry its id. A change that names a
 * kind without an id means all of it.
 */
export const TAGS = [
  /** Who is signed in. */
  'Me',
  'Room',
  'People',
  'Keys',
  'Marketplaces',
  'Job',
  'Jobs',
  'Imports',
  'Copies',
  'Folder',
  'Scoresheets',
  'Sift',
  'Sieves',
  'StayAway',
  'FlagRules',
  'ShelfRules',
  'Demand',
  'Brand',
  /** One listing; with the marketplace's id, anything that shows many of its listings. */
  'Listing',
  'Curves',
  'Backtest',
  'Candidate',
  'Candidates',
  'Reviews',
  'Brief',
  'PageDraft',
  'PageLimits',
  'BeforeOrder',
  'Opinions',
  /** What a seller can put in, and the plan of a year's launches. */
  'Means',
  'Corrections',
  'Readings',
  'Watch',
  /** Groups of watched listings, and from where on something is news. */
  'WatchRules',
  'WatchEvents',
  /** The log of daily runs. */
  'Runs',
  'Costing',
  /** All costings of a candidate: what stands beside each other. */
  'Costings',
  'Quotes',
  'CostRules',
  /** What a marketplace’s directory lists. */
  'Suppliers',
  /** What suppliers were asked. */
  'Requests',
  /** How simulated services behave. */
  'Services',
  /** A sheet that shows the costing of a candidate. */
  'SheetCosting',
  'Score',
  'Standing',
  /** Why candidates were dropped. */
  'Reasons',
] as const;
export type TagName = (typeof TAGS)[number];
export type Tag = TagName | { type: TagName; id: string | number };

export const tag = (type: TagName, id: string | number): Tag => ({ type, id });
export const listingTag = (marketplace: string, code: string): Tag => tag('Listing', `${marketplace}/${code}`);
/** All that follows when figures of one listing have changed. */
export const listingChanged = (marketplace: string, code: string): Tag[] => [
  listingTag(marketplace, code),
  tag('Listing', marketplace),
  tag('Sift', marketplace),
  tag('Standing', marketplace),
  'Costing',
  'Quotes',
  /** A sheet that shows the costing of a candidate. */
  'SheetCosting',
  'Score',
];
/** All that follows when figures of any listing of a marketplace may have changed. */
export const figuresChanged = (marketplace: string): Tag[] => [
  'Listing',
  tag('Sift', marketplace),
  tag('Demand', marketplace),
  tag('Standing', marketplace),
  'Costing',
  'Quotes',
  /** A sheet that shows the costing of a candidate. */
  'SheetCosting',
  'Score',
  'Readings',
];
