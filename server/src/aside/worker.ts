import { refit, takeCurve, putInForce } from '../curves/versions.ts';
import type { Database } from '../db/connection.ts';
import { databaseOfThread } from '../db/of-thread.ts';
import { ProblemError } from '../http/problem.ts';
import { minedReviews } from '../reviews/service.ts';
import { marketOf } from '../sources/marketplaces.ts';
import { copyFees } from '../marketplaces/service.ts';
import { simulatedOutside } from '../stand-ins/outside.ts';
import { lookAtFile } from '../sources/look-at-file.ts';
import type { AsideArgs, AsideKind, AsideReplies } from './kinds.ts';

const work: { [K in AsideKind]: (database: Database, args: AsideArgs[K]) => Promise<AsideReplies[K]> } = {
  'mined-reviews': ({ db }, { ids, today, filter }) => minedReviews(db, ids, today, filter),
  'look-at-file': ({ db }, { upload }) => lookAtFile(db, upload),
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
