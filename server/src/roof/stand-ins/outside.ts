import type { Outside } from '../../ground/outside.ts';
import { simulatedAssistant } from './assistant.ts';
import { books } from './books.ts';
import { simulatedSuppliers } from './directory.ts';
import { simulatedFeed, simulatedSearches } from './feed.ts';
import { pictureOf } from './pictures.ts';
import { templateCurves, templates } from './templates.ts';
import { weathers } from './weather.ts';

/** All that is simulated. A real service takes the place of its line here. */
export const simulatedOutside: Outside = {
  listingFeed: simulatedFeed,
  searchFeed: simulatedSearches,
  suppliers: simulatedSuppliers,
  assistant: simulatedAssistant,
  weathers,
  books,
  templates: { all: templates, curves: templateCurves },
  pictureOf,
};
