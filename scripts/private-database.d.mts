export interface PrivateDatabase {
  url: string;
  port: number;
  pid: number;
  exited: Promise<number | null>;
  stop: () => Promise<void>;
  kill: () => void;
}
export function startDatabase(
  root: string,
  say?: (sentence: string) => void,
  port?: number,
  name?: string,
): Promise<PrivateDatabase>;
export function freePort(): Promise<number>;
export function programPath(name: string): string | null;
export function passwordOf(root: string): string;
export const repositoryRoot: string;
