import { refit, takeCurve, putInForce } from '../../capabilities/curves/versions.ts';
import { copyFees } from '../../capabilities/marketplaces/service.ts';
import { minedReviews, reviewEvidence, reviewWords } from '../../capabilities/reviews/service.ts';
import { lookAtFile } from '../../capabilities/sources/look-at-file.ts';
import type { AsideArgs, AsideKind, AsideReplies } from '../../ground/aside/kinds.ts';
import type { Database } from '../../ground/db/connection.ts';
import { databaseOfThread } from '../../ground/db/of-thread.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { ProblemError } from '../../ground/problems/problem.ts';
import { simulatedOutside } from '../stand-ins/outside.ts';

const work: { [K in AsideKind]: (database: Database, args: AsideArgs[K]) => Promise<AsideReplies[K]> } = {
  'mined-reviews': ({ db }, { ids, category, today, filter }) => minedReviews(db, { ids, category }, today, filter),
  'review-words': ({ db }, { ids, category, asked }) => reviewWords(db, { ids, category }, asked),
  'review-evidence': ({ db }, { ids, category, today, asked }) => reviewEvidence(db, { ids, category }, today, asked),
  'look-at-file': ({ db }, asked) => lookAtFile(db, asked),
  'copy-fees': async (to, { marketplace, from }) =>
    copyFees(to, await marketOf(to.db, marketplace), from, simulatedOutside.templates),
  'fit-curve': async (to, { marketplace, category, counts }) =>
    refit(to, await marketOf(to.db, marketplace), category, counts),
  'take-curve': async (to, { marketplace, file }) => takeCurve(to, await marketOf(to.db, marketplace), file),
  'use-curve': (to, { id }) => putInForce(to, id),
};

/** Does one piece of work in this thread. What is wrong for people crosses as data: errors keep no names on that way. */
export default async ({ kind, args }: { kind: AsideKind; args: never }): Promise<unknown> => {
  try {
    return { reply: await work[kind](databaseOfThread(), args) };
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error;
    const { status, type, title, ...more } = error.problem;
    return { fault: [status, type.replace('/problems/', ''), title, more] };
  }
};
