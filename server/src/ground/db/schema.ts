export * from './schema/marketplace.ts';
export * from './schema/listing.ts';
export * from './schema/review.ts';
export * from './schema/sift.ts';
export * from './schema/candidate.ts';
export * from './schema/demand.ts';
export * from './schema/supply.ts';
export * from './schema/work.ts';
