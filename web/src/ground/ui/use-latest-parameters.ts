import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';

/**
 * The parameters of the address with the changes that are still on their way into it: a navigation takes a moment, what
 * is seen must follow a hand at once, and two changes made within that moment must not undo each other.
 */
export const useLatestParameters = () => {
  const [arrived, setParameters] = useSearchParams();
  const [onTheWay, setOnTheWay] = useState<string[]>([]);
  const [seen, setSeen] = useState(arrived);
  if (seen !== arrived) {
    setSeen(arrived);
    const at = onTheWay.indexOf(arrived.toString());
    // What comes from elsewhere (back, a link) ends what was on its way.
    setOnTheWay(at === -1 ? [] : onTheWay.slice(at + 1));
  }
  const ahead = onTheWay.at(-1);
  const parameters = useMemo(() => (ahead === undefined ? arrived : new URLSearchParams(ahead)), [ahead, arrived]);
  const latest = useRef(parameters);
  useEffect(() => {
    latest.current = parameters;
  }, [parameters]);
  const write = useCallback(
    (make: (latest: URLSearchParams) => [string, string][], replace: boolean) => {
      const next = new URLSearchParams(make(latest.current));
      if (next.toString() === latest.current.toString()) return;
      latest.current = next;
      setOnTheWay((sent) => [...sent, next.toString()]);
      setParameters(next, { replace, preventScrollReset: true });
    },
    [setParameters],
  );
  return { parameters, write };
};
