import type { Problem } from '@kettle/contract/shapes';

/** What went wrong, as the sentence to show. */
export const problemOf = (error: unknown): Problem | null => {
  if (!error || typeof error !== 'object') return null;
  const { data, status, error: told } = error as { data?: unknown; status?: unknown; error?: unknown };
  // An older question that a newer one ended is no failure.
  if (/abort/i.test(String(told ?? ''))) return null;
  if (data && typeof data === 'object' && 'title' in data) return data as Problem;
  if (status === 'FETCH_ERROR')
    return {
      type: '/problems/away',
      title: 'The program does not answer.',
      status: 0,
      detail: 'Is it still running? What you typed is kept here.',
    };
  return { type: '/problems/internal', title: 'Something went wrong.', status: 0 };
};
