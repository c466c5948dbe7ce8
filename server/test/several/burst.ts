import type mysql from 'mysql2/promise';
import type { Browser } from './browser.ts';

interface Sent {
  text: string;
  acknowledged: boolean;
}
/** What two people typed while something was hurt, and how they were answered. */
export interface Burst {
  requests: number;
  /** Answers that were none, or said that the program could not. */
  errors: number;
  /** Seconds from the first of those to the last. */
  errors_s: number;
  slowest_ms: number;
  faults: string[];
}

/** An answer that a person cannot do anything about. */
const isError = (status: number): boolean => status === 0 || status >= 500;

/**
 * Two people write notes and answer the same questions of one candidate as fast as they are answered, until they are told to
 * stop. Afterwards what is kept must be what they were told is kept: each note once, each answer the last that was taken.
 */
export class TwoPeople {
  private readonly people: readonly (readonly [string, Browser])[];
  private readonly candidate: number;
  private readonly questions: readonly string[];
  private readonly round: number;
  private stopped = false;
  private readonly notes: Sent[] = [];
  /** Evidence of the last answer to a question that was taken, and all that may have been taken after it unheard. */
  private readonly answers = new Map<string, { version: number; taken: string | null; open: Set<string> }>();
  private readonly faults: string[] = [];
  private requests = 0;
  private errors = 0;
  private firstError = 0;
  private lastError = 0;
  private slowest = 0;
  private work: Promise<unknown> = Promise.resolve();

  constructor(
    people: readonly (readonly [string, Browser])[],
    candidate: number,
    questions: readonly string[],
    round: number,
  ) {
    this.people = people;
    this.candidate = candidate;
    this.questions = questions;
    this.round = round;
  }

  begin(): void {
    this.work = Promise.all(
      this.people.flatMap(([name, browser], i) => [
        this.write(name, browser),
        this.answer(name, browser, this.questions[i]!),
        this.answer(name, browser, this.questions.at(-1)!),
        this.read(browser),
      ]),
    );
  }

  async end(connection: mysql.Connection): Promise<Burst> {
    this.stopped = true;
    await this.work;
    await this.compare(connection);
    return {
      requests: this.requests,
      errors: this.errors,
      errors_s: this.errors === 0 ? 0 : Math.round((this.lastError - this.firstError) / 100) / 10,
      slowest_ms: Math.round(this.slowest),
      faults: this.faults,
    };
  }

  private async ask<T>(browser: Browser, method: string, path: string, body?: unknown) {
    const answer = await browser.ask<T>(method, path, body);
    this.requests++;
    this.slowest = Math.max(this.slowest, answer.took);
    if (isError(answer.status)) {
      this.errors++;
      this.firstError ||= performance.now();
      this.lastError = performance.now();
    }
    return answer;
  }

  private async read(browser: Browser): Promise<void> {
    while (!this.stopped) await this.ask(browser, 'GET', `/api/candidates/${this.candidate}`);
  }

  private async write(name: string, browser: Browser): Promise<void> {
    for (let n = 0; !this.stopped; n++) {
      const sent: Sent = { text: `Note ${n} of ${name} in round ${this.round}.`, acknowledged: false };
      this.notes.push(sent);
      const { status } = await this.ask(browser, 'POST', `/api/candidates/${this.candidate}/notes`, {
        text: sent.text,
      });
      sent.acknowledged = status === 200;
      if (!sent.acknowledged && !isError(status)) this.faults.push(`A note was answered with ${status}.`);
    }
  }

  private async answer(name: string, browser: Browser, key: string): Promise<void> {
    let version = 0;
    for (let n = 0; !this.stopped; n++) {
      const evidence = `Seen ${n} by ${name} in round ${this.round}`;
      const of = this.answers.get(key) ?? { version: 0, taken: null, open: new Set<string>() };
      this.answers.set(key, of);
      of.open.add(evidence);
      const path = `/api/candidates/${this.candidate}/answers/${key}`;
      const { status, json } = await this.ask<{ version?: number; current?: { version: number } }>(browser, 'PUT', path, { choice: 'pass', evidence, version }); // prettier-ignore
      if (status === 200) {
        version = json.version!;
        of.open.delete(evidence);
        // Of two that were taken shortly after each other the earlier may be told later.
        if (version > of.version) Object.assign(of, { version, taken: evidence });
      } else if (status === 409) {
        version = json.current!.version;
        of.open.delete(evidence);
      } else if (!isError(status)) {
        of.open.delete(evidence);
        this.faults.push(`An answer was answered with ${status}: ${JSON.stringify(json)}`);
      }
    }
  }

  private async compare(connection: mysql.Connection): Promise<void> {
    const [log] = await connection.query<mysql.RowDataPacket[]>(
      'select text, count(*) n from candidate_log where candidate_id = ? and kind = "note" and text like ? group by text',
      [this.candidate, `% in round ${this.round}.`],
    );
    const kept = new Map(log.map((r) => [String(r.text), Number(r.n)]));
    for (const { text, acknowledged } of this.notes) {
      const n = kept.get(text) ?? 0;
      if (acknowledged && n === 0) this.faults.push(`Lost: “${text}”`);
      if (n > 1) this.faults.push(`There ${n} times: “${text}”`);
    }
    const [rows] = await connection.query<mysql.RowDataPacket[]>(
      'select `key`, evidence from answers where candidate_id = ? and `key` in (?)',
      [this.candidate, [...this.answers.keys()]],
    );
    const there = new Map(rows.map((r) => [String(r.key), String(r.evidence)]));
    for (const [key, { taken, open }] of this.answers) {
      const now = there.get(key) ?? '';
      // Where none was taken that of an earlier round stays.
      const isRight = taken === null ? !now.endsWith(` in round ${this.round}`) : now === taken;
      if (!isRight && !open.has(now)) this.faults.push(`“${key}” says “${now}”, the last that was taken is “${taken}”.`); // prettier-ignore
    }
  }
}
