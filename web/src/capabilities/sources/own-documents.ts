import { useCallback } from 'react';
import type { CurveFile } from '@kettle/contract/curves';
import { feeScheduleOfToday, type FeeSchedule } from '@kettle/core/documents/fee-schedule';
import type { Scoresheet } from '@kettle/core/documents/scoresheet';
import { useAddScoresheetMutation } from '../../ground/api/candidates.ts';
import { useTakeCurveMutation } from '../../ground/api/curves.ts';
import { useTakeScheduleMutation } from '../../ground/api/marketplaces.ts';

/** Our own documents are small; a larger file is a table. */
const LARGEST = 2_000_000;
const OURS = 'cold-kettle/';

export type DocumentOutcome = { sentence: string } | { error: unknown };

const documentIn = async (file: File): Promise<{ format: string } | null> => {
  if (file.size > LARGEST || !/\.json$/i.test(file.name)) return null;
  try {
    const told = JSON.parse(await file.text()) as { format?: unknown } | null;
    return typeof told?.format === 'string' && told.format.startsWith(OURS) ? { ...told, format: told.format } : null;
  } catch {
    return null;
  }
};

/** Takes a file in that is a document of one of our open formats; null for any other file. */
export const useOwnDocuments = (): ((file: File, marketplace: string) => Promise<DocumentOutcome | null>) => {
  const [takeSchedule] = useTakeScheduleMutation();
  const [takeCurve] = useTakeCurveMutation();
  const [addScoresheet] = useAddScoresheetMutation();
  return useCallback(
    async (file: File, marketplace: string): Promise<DocumentOutcome | null> => {
      const found = await documentIn(file);
      if (!found) return null;
      const params = { marketplace };
      const told = (error: unknown, sentence: string): DocumentOutcome => (error ? { error } : { sentence });
      switch (found.format.slice(OURS.length)) {
        case 'fee-schedule': {
          const { error } = await takeSchedule({ params, body: feeScheduleOfToday(found) as FeeSchedule });
          return told(error, `“${file.name}” was taken in as a fee schedule.`);
        }
        case 'rank-curve': {
          const { error } = await takeCurve({ params, body: found as unknown as CurveFile });
          return told(error, `“${file.name}” was taken in as a rank curve; estimates follow.`);
        }
        case 'scoresheet': {
          const { error } = await addScoresheet({ params: {}, body: { document: found as unknown as Scoresheet } });
          return told(error, `“${file.name}” was kept as a scoresheet; below it can be put in use.`);
        }
        default:
          return {
            error: {
              data: { title: `“${file.name}” is a document of the format ${found.format}, which goes in elsewhere.` },
            },
          };
      }
    },
    [takeSchedule, takeCurve, addScoresheet],
  );
};
