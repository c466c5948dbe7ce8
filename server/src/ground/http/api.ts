import express, { Router, type Request, type RequestHandler, type Response } from 'express';

type Method = 'get' | 'post' | 'put' | 'patch' | 'delete';

/** Decides who may ask for a route, before anything of the request is read. */
export interface Gate {
  /**
   * The handlers that stand before and behind the reading of the body.
   * @param route as the table of access names it, "GET /api/listings/{id}"
   * @throws Error when the table does not name it: no route is served without a decision about its access
   */
  guard(route: string): { before: RequestHandler; behind: RequestHandler };
}

/** The name of a parameter at the beginning of a text: up to the next stroke or point. */
type NameIn<Text extends string> = Text extends `${infer Name}/${string}`
  ? NameIn<Name>
  : Text extends `${infer Name}.${string}`
    ? Name
    : Text;
/** The parameters of a path, by name. */
type ParametersOf<Path extends string> = Path extends `${string}:${infer Rest}`
  ? Record<NameIn<Rest>, string> & ParametersOf<Rest>
  : Record<string, string>;
type Answer<Path extends string> = (request: Request<ParametersOf<Path>>, response: Response) => Promise<void>;

/** A path of Express as the contract writes it. @example contractPath('/api/jobs/:id') // => "/api/jobs/{id}" */
export const contractPath = (path: string): string => path.replace(/:(\w+)/g, '{$1}');

/** How often an address may be encoded over and over before it is taken as it is. */
const MOST_LAYERS = 4;
/**
 * Whether a path is the API's in any spelling: other case, doubled slashes, dots, matrix parameters, percent-encoding in
 * layers. What no route matches exactly is then an unknown address of the API, and never a page.
 * @example isApiPath('//x/..%2FAPI/jobs') // => true
 */
export const isApiPath = (path: string): boolean => {
  let plain = path;
  for (let layer = 0; layer < MOST_LAYERS && plain.includes('%'); layer++)
    try {
      plain = decodeURIComponent(plain);
    } catch {
      break;
    }
  const segments: string[] = [];
  for (const segment of plain.toLowerCase().split(/[/\\]+/)) {
    const name = segment.split(';', 1)[0]!.trim();
    if (name === '..') segments.pop();
    else if (name !== '' && name !== '.') segments.push(name);
  }
  return segments[0] === 'api';
};

/**
 * The routes of the API. Each is registered with its own guard, so that access depends on the route that matched and on
 * nothing that an address could spell in another way. Paths are matched strictly: case, doubled and trailing slashes count.
 */
export class Api {
  readonly router = Router({ caseSensitive: true, strict: true });
  /** Every route that is served, as the table of access names it. */
  readonly routes: string[] = [];
  private readonly gate: Gate;
  private readonly readJson = express.json({ limit: '1mb', strict: true });

  constructor(gate: Gate) {
    this.gate = gate;
  }

  /**
   * Serves a route.
   * @param path with parameters as Express writes them: /api/listings/:id
   * @param readers of the body, where it is not JSON
   * @throws Error when the table of access does not name the route
   */
  on<Path extends string>(
    method: Method,
    path: Path,
    answer: Answer<Path>,
    readers: readonly RequestHandler[] = [],
  ): void {
    const route = `${method.toUpperCase()} ${contractPath(path)}`;
    const { before, behind } = this.gate.guard(route);
    this.routes.push(route);
    // Reading a body loses the asynchronous context, so what follows is told behind it on whose behalf it works.
    this.router[method](path, before, this.readJson, ...readers, behind, answer as unknown as RequestHandler);
  }
}
