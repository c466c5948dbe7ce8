import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { ReadStream } from 'node:fs';
import { eq } from 'drizzle-orm';
import { CopyRule, type Copies } from '@kettle/contract/archive';
import { daysBetween } from '@kettle/core/measures/day';
import { type Database, type Db } from '../../ground/db/connection.ts';
import { exclusively } from '../../ground/db/leases.ts';
import { workspace } from '../../ground/db/schema.ts';
import { validator } from '../../ground/http/validate.ts';
import { realToday } from '../../ground/marketplaces/clock.ts';
import { conflict, notFound } from '../../ground/problems/problem.ts';
import { room } from '../../ground/room/room.ts';
import { writeArchive } from './write.ts';

const KEY = 'copies';
/** Copies of the program's own; whatever else lies in the folder is left alone. */
const NAME = /^kettle (\d{4}-\d{2}-\d{2})(?: \d+)?\.zip$/;
const HALF = '.half-written';
const LOOK_EVERY_MS = 30 * 60_000;
const DAYS: Record<CopyRule['every'], number> = { never: Number.POSITIVE_INFINITY, day: 1, week: 7 };
const asRule = validator<CopyRule>(CopyRule, 'body');
const FIRST_RULE: CopyRule = { every: 'never', keep: 7 };

/** Copies of the workspace in a folder beside it, made by a rule and by hand. */
export class KeptCopies {
  private readonly database: Database;
  private readonly folder: string | null;
  private timer: NodeJS.Timeout | null = null;

  /** @param folder where they are kept; null where the program was started without one */
  constructor(database: Database, folder: string | null) {
    this.database = database;
    this.folder = folder;
  }

  /** Looks now and then whether a copy is due. @param failed is told why one could not be made */
  start(failed: (error: unknown) => void): void {
    const look = (): void => void (room.isFull || this.keepIfDue(realToday()).catch(failed));
    look();
    this.timer = setInterval(look, LOOK_EVERY_MS).unref();
  }

  stop(): void {
    if (this.timer) clearInterval(this.timer);
  }

  async all(): Promise<Copies> {
    return { rule: await ruleOf(this.database.db), possible: this.folder !== null, copies: await this.list() };
  }

  async setRule(rule: CopyRule): Promise<void> {
    await this.database.db
      .insert(workspace)
      .values({ key: KEY, value: rule })
      .onDuplicateKeyUpdate({ set: { value: rule } });
    await this.keepIfDue(realToday());
  }

  /** Makes a copy when the newest is older than the rule wants; answers whether it did. */
  async keepIfDue(today: string): Promise<boolean> {
    if (this.folder === null) return false;
    const isDue = async (): Promise<CopyRule | null> => {
      const rule = await ruleOf(this.database.db);
      const [newest] = await this.list();
      return newest && daysBetween(newest.day, today) < DAYS[rule.every] ? null : rule.every === 'never' ? null : rule;
    };
    if (!(await isDue())) return false;
    // Of several processes one makes it.
    return exclusively(this.database, KEY, async () => {
      const rule = await isDue();
      if (!rule) return false;
      await this.write(today);
      for (const { name } of (await this.list()).slice(rule.keep)) await rm(join(this.folder!, name), { force: true });
      return true;
    });
  }

  /** Makes a copy now. */
  async keepNow(today: string): Promise<string> {
    if (this.folder === null) throw conflict('The program was started without a folder for copies.');
    return exclusively(this.database, KEY, () => this.write(today));
  }

  async read(name: string): Promise<{ size: number; stream: ReadStream }> {
    const found = (await this.list()).find((c) => c.name === name);
    if (!found) throw notFound(`The copy “${name}”`);
    return { size: found.size, stream: createReadStream(join(this.folder!, name)) };
  }

  /** Newest first. */
  private async list(): Promise<Copies['copies']> {
    if (this.folder === null) return [];
    const names = await readdir(this.folder).catch((error: NodeJS.ErrnoException) => {
      if (error.code === 'ENOENT') return [];
      throw error;
    });
    const found = [];
    for (const name of names) {
      const day = NAME.exec(name)?.[1];
      if (day) found.push({ name, day, size: (await stat(join(this.folder, name))).size });
    }
    const numbered = new Intl.Collator('en', { numeric: true });
    return found.sort((a, b) => numbered.compare(b.name.slice(0, -4), a.name.slice(0, -4)));
  }

  /** Under its name only once it is whole. */
  private async write(today: string): Promise<string> {
    await mkdir(this.folder!, { recursive: true, mode: 0o700 });
    const taken = new Set((await this.list()).map((c) => c.name));
    let name = `kettle ${today}.zip`;
    for (let n = 2; taken.has(name); n++) name = `kettle ${today} ${n}.zip`;
    const half = join(this.folder!, `${name}${HALF}`);
    try {
      await writeArchive(this.database, createWriteStream(half, { mode: 0o600 }));
      const file = await open(half, 'r+');
      await file.sync();
      await file.close();
      await rename(half, join(this.folder!, name));
    } catch (error) {
      await rm(half, { force: true });
      throw error;
    }
    return name;
  }
}

const ruleOf = async (db: Db): Promise<CopyRule> => {
  const [row] = await db.select().from(workspace).where(eq(workspace.key, KEY));
  return row ? asRule(row.value) : FIRST_RULE;
};
