/** Raised when mentions would come out differently, so that kept ones are made anew. */
export const MINER_VERSION = 5;
