export interface PrivateDatabase {
  url: string;
  port: number;
  pid: number;
  exited: Promise<number | null>;
  stop: () => Promise<void>;
}
export function startDatabase(root: string, say?: (sentence: string) => void, port?: number): Promise<PrivateDatabase>;
export const repositoryRoot: string;
