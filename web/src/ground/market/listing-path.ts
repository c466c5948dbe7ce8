/** Where a listing's sheet stands; codes may hold signs that addresses use otherwise. */
export const listingPath = (marketplace: string, code: string): string =>
  `/${marketplace}/listings/${encodeURIComponent(code)}`;
