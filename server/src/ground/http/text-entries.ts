/** The parameters of an address that are text. */
export const textEntries = (query: object): [string, string][] =>
  Object.entries(query).flatMap(([key, value]): [string, string][] =>
    typeof value === 'string' ? [[key, value]] : [],
  );
