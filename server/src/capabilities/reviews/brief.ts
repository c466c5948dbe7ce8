import { NO_BRIEF } from '@kettle/core/documents/brief';
import { keptOfCandidate } from '../../ground/candidates/kept-of-candidate.ts';
import { briefs } from '../../ground/db/schema.ts';

/** What the maker is asked for, of a candidate; nothing, of version 0, before it was kept. */
export const keptBrief = keptOfCandidate(briefs, NO_BRIEF);
