import { useCallback, useEffect, useRef } from 'react';
import { useSearchParams } from 'react-router';

/**
 * The parameters of the address with the changes that are still on their way into it: a navigation takes a moment, and
 * two changes made within it must not undo each other.
 */
export const useLatestParameters = () => {
  const [parameters, setParameters] = useSearchParams();
  const latest = useRef(parameters);
  const onTheWay = useRef<string[]>([]);
  useEffect(() => {
    const arrived = onTheWay.current.indexOf(parameters.toString());
    onTheWay.current = arrived === -1 ? [] : onTheWay.current.slice(arrived + 1);
    if (onTheWay.current.length === 0) latest.current = parameters;
  }, [parameters]);
  const write = useCallback(
    (make: (latest: URLSearchParams) => [string, string][], replace: boolean) => {
      const next = new URLSearchParams(make(latest.current));
      if (next.toString() === latest.current.toString()) return;
      latest.current = next;
      onTheWay.current.push(next.toString());
      setParameters(next, { replace, preventScrollReset: true });
    },
    [setParameters],
  );
  return { parameters, write };
};
