import { pino, type DestinationStream, type Logger } from 'pino';

const LONGEST = 600;
const cut = (text: unknown): string => {
  const whole = String(text ?? '');
  return whole.length > LONGEST ? `${whole.slice(0, LONGEST)} … (${whole.length} characters)` : whole;
};

interface Told {
  name?: string;
  message?: string;
  code?: string;
  errno?: number;
  stack?: string;
  cause?: Told;
}

/**
 * An error as it may be written down: what kind, where, and the first words. The statements of a failed query hold what
 * people typed and whole files; they are left out, and no line is long.
 */
const describe = (error: Told | string | null | undefined, depth = 0): unknown => {
  if (error === null || error === undefined || typeof error === 'string') return cut(error);
  const isQuery = /^Failed query/.test(String(error.message ?? ''));
  return {
    type: error.name,
    code: error.code,
    errno: error.errno,
    message: isQuery ? 'A statement failed.' : cut(error.message),
    at: String(error.stack ?? '')
      .split('\n')
      .filter((line) => /^\s+at /.test(line))
      .slice(0, 6)
      .map((line) => line.trim().slice(0, 160)),
    ...(error.cause && depth < 3 ? { cause: describe(error.cause, depth + 1) } : {}),
  };
};

/** The program's log: bounded lines without the contents of files or fields. */
export const makeLog = (level: string, to?: DestinationStream): Logger =>
  pino(
    {
      level,
      serializers: {
        err: (error: Told) => describe(error),
        req: (request: { id?: unknown; method?: string; url?: string }) => ({
          id: request.id,
          method: request.method,
          url: cut(request.url),
        }),
        res: (response: { statusCode?: number }) => ({ status: response.statusCode }),
        url: cut,
      },
    },
    to,
  );
