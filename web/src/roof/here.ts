import { useEffect } from 'react';
import { useLocation } from 'react-router';
import { people } from '@kettle/contract/people';

const SAY_EVERY_MS = 20_000;
/** This window, as long as it is open. */
const browser = crypto.randomUUID();

/** The candidate that an address shows, if it shows one. */
export const candidateOf = (path: string): number | null => {
  const id = Number(/^\/[^/]+\/candidates\/(\d+)(?:\/|$)/.exec(path)?.[1]);
  return Number.isSafeInteger(id) && id > 0 ? id : null;
};

/** It is no matter when this once does not arrive: it is said again. */
const say = (candidate: number | null): void => {
  void fetch(people.here.path, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ browser, candidate }),
    // Said, too, when the window closes.
    keepalive: true,
  }).catch(() => undefined);
};

/** Says to the others which candidate is looked at here, as long as it is in sight. */
export const useSayingWhere = (isTeam: boolean): void => {
  const { pathname } = useLocation();
  const candidate = candidateOf(pathname);
  useEffect(() => {
    if (!isTeam || candidate === null) return;
    const saySo = (): void => say(document.visibilityState === 'visible' ? candidate : null);
    const gone = (): void => say(null);
    saySo();
    const timer = setInterval(saySo, SAY_EVERY_MS);
    document.addEventListener('visibilitychange', saySo);
    window.addEventListener('pagehide', gone);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', saySo);
      window.removeEventListener('pagehide', gone);
      gone();
    };
  }, [isTeam, candidate]);
};
