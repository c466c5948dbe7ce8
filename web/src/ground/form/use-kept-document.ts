import { useEffect, useRef, useState } from 'react';
import { mergedOf } from '@kettle/core/documents/merged';
import { problemOf } from '../api/problem.ts';
import { keep, kept } from '../state/kept.ts';

/** How a change was answered: with the version the document has now, or with what is wrong. */
export interface Answered {
  data?: { version: number };
  error?: unknown;
}
interface Versioned {
  version: number;
}

/** The newer document that a refusal told, where that is why it was refused. */
export const newerOf = <Doc extends object>(error: unknown): (Doc & Versioned) | null => {
  const problem = problemOf(error);
  return problem?.type === '/problems/stale' && problem.current ? (problem.current as Doc & Versioned) : null;
};

const KEEP_AFTER_MS = 500;
/** Keys that follow each other this closely are one change to take back. */
const ONE_CHANGE_MS = 1000;
const MOST_UNDONE = 50;
const sameContent = (a: object, b: object): boolean =>
  JSON.stringify({ ...a, version: 0 }) === JSON.stringify({ ...b, version: 0 });

interface Waiting<Doc> {
  draft: Doc;
  /** What it was typed into. */
  base: Doc;
}

/**
 * A document that is kept as it is typed: a moment after the last key, and at once when its place goes away; changes go
 * out one after another, each made to the version that the one before brought. A document that was changed elsewhere
 * meanwhile is not overwritten: what differs in other places is laid together, what differs in the same is handed back beside what
 * was typed. What could not be sent waits in the browser.
 * @param place names the document among all that are typed
 */
export const useKeptDocument = <Doc extends Versioned>(
  place: string,
  saved: Doc,
  send: (document: Doc) => Promise<Answered>,
) => {
  const key = `typed/${place}`;
  const [state, set] = useState(() => {
    const waiting = kept<Waiting<Doc>>(key);
    return waiting && !sameContent(waiting.draft, saved)
      ? { ...waiting, isTyped: true, newer: null as Doc | null, past: [] as Doc[], merged: 0 }
      : { draft: saved, base: saved, isTyped: false, newer: null as Doc | null, past: [] as Doc[], merged: 0 };
  });
  // What another window kept is taken over while nothing is typed here; what is the same needs no taking over.
  if (saved.version > state.base.version)
    if (!state.isTyped) set({ ...state, draft: saved, base: saved, past: [] });
    else if (sameContent(saved, state.base)) set({ ...state, base: saved });
  const now = useRef({ ...state, send, version: state.base.version, queue: Promise.resolve() });
  useEffect(() => {
    Object.assign(now.current, state, { send, version: Math.max(now.current.version, state.base.version) });
  });
  const flush = useRef((): void => {
    const at = now.current;
    at.queue = at.queue.then(async () => {
      if (!at.isTyped || at.newer) return;
      const { draft } = at;
      const { data, error } = await at.send({ ...draft, version: at.version });
      const newer = newerOf<Doc>(error);
      const version = data?.version ?? (newer && sameContent(newer, draft) ? newer.version : null);
      if (version !== null) {
        at.version = version;
        at.isTyped = at.draft !== draft;
        if (!at.isTyped) keep(key, null);
        set((s) => ({ ...s, base: { ...draft, version }, isTyped: s.draft !== draft }));
      } else if (newer) {
        const { merged } = mergedOf(at.base, draft, { ...newer, version: at.base.version });
        if (merged) {
          // Somebody else changed other places of it: both stand together, and go out as one change of what is kept now.
          const laid = { ...merged, version: newer.version };
          Object.assign(at, { draft: laid, base: newer, version: newer.version, isTyped: true });
          keep(key, { draft: laid, base: newer } satisfies Waiting<Doc>);
          set((s) => ({ ...s, draft: laid, base: newer, isTyped: true, merged: s.merged + 1 }));
          return;
        }
        at.newer = newer;
        set((s) => ({ ...s, newer }));
      }
    });
  });
  useEffect(() => {
    if (!state.isTyped || state.newer) return;
    const timer = setTimeout(flush.current, KEEP_AFTER_MS);
    return () => clearTimeout(timer);
  }, [state.draft, state.isTyped, state.newer]);
  useEffect(() => {
    const last = flush.current;
    return () => last();
  }, []);
  const lastChange = useRef(-Infinity);
  const put = (draft: Doc, past: Doc[]): void => {
    Object.assign(now.current, { draft, past, isTyped: true });
    keep(key, { draft, base: state.base } satisfies Waiting<Doc>);
    set((s) => ({ ...s, draft, past, isTyped: true }));
  };
  return {
    draft: state.draft,
    /** What was kept elsewhere meanwhile; null as long as nothing was. */
    newer: state.newer,
    /** How often what others changed meanwhile was laid together with what is typed here. */
    merged: state.merged,
    change: (next: (draft: Doc) => Doc): void => {
      const { draft, past } = now.current;
      const goesOn = performance.now() - lastChange.current < ONE_CHANGE_MS;
      lastChange.current = performance.now();
      put(next(draft), goesOn && past.length > 0 ? past : [...past.slice(1 - MOST_UNDONE), draft]);
    },
    /** Takes the last change back; null when none was made since the page was opened. */
    undo:
      state.past.length === 0
        ? null
        : (): void => {
            lastChange.current = -Infinity;
            put(now.current.past.at(-1)!, now.current.past.slice(0, -1));
          },
    takeNewer: (): void => {
      keep(key, null);
      set((s) => (s.newer ? { ...s, draft: s.newer, base: s.newer, isTyped: false, newer: null, past: [] } : s));
    },
    keepMine: (): void =>
      set((s) => (s.newer ? { ...s, draft: { ...s.draft }, base: s.newer, isTyped: true, newer: null } : s)),
  };
};

/**
 * Changes of a document that are made with a click: they go out one after another, each made to the version that the one
 * before brought, so that quick clicks do not refuse each other and another window's change is not overwritten.
 */
export const useKeptChanges = <Body extends object>(
  version: number,
  send: (body: Body & Versioned) => Promise<Answered>,
) => {
  const now = useRef({ version, open: 0, queue: Promise.resolve() });
  const [stale, setStale] = useState<{ body: Body; newer: Body & Versioned } | null>(null);
  useEffect(() => {
    // While a change is on its way its answer tells the version.
    if (now.current.open === 0) now.current.version = version;
  }, [version]);
  const change = (body: Body): void => {
    const at = now.current;
    at.open++;
    at.queue = at.queue.then(async () => {
      const { data, error } = await send({ ...body, version: at.version });
      at.open--;
      const newer = newerOf<Body>(error);
      if (data) at.version = data.version;
      setStale(newer ? { body, newer } : null);
    });
  };
  return {
    keep: change,
    stale,
    keepMine: (): void => {
      if (!stale) return;
      now.current.version = stale.newer.version;
      change(stale.body);
    },
    takeNewer: (): void => {
      if (stale) now.current.version = stale.newer.version;
      setStale(null);
    },
  };
};
