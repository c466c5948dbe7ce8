import type mysql from 'mysql2/promise';

/**
 * What must be the same after a disturbed run and an undisturbed one, table by table, by what people know things by:
 * numbers of rows may differ, because those that were undone leave gaps.
 */
const CONTENTS: Record<string, string> = {
  marketplaces: 'select concat_ws("|", id, name, hob_day, read_up_to) x from marketplaces',
  categories: 'select concat_ws("|", marketplace_id, path) x from categories',
  listings: `select concat_ws("|", l.marketplace_id, l.code, l.title, l.brand, c.path, l.price, l.reviews, l.rating, l.rank,
    l.weight, l.sellers, l.seen_on, l.description) x from listings l join categories c on c.id = l.category_id`,
  readings: `select concat_ws("|", l.code, r.day, r.price, r.rank, r.reviews, r.rating, r.sellers, r.stock, r.source) x
    from readings r join listings l on l.id = r.listing_id`,
  estimates: `select concat_ws("|", l.code, e.as_of, round(e.units, 6), round(e.low, 6), round(e.high, 6), e.origin, e.reason) x
    from estimates e join listings l on l.id = e.listing_id`,
  own_counts:
    'select concat_ws("|", l.code, o.day, o.stock, o.seller) x from own_counts o join listings l on l.id = o.listing_id',
  stated_figures:
    'select concat_ws("|", l.code, s.day, s.measure, s.value, s.source) x from stated_figures s join listings l on l.id = s.listing_id',
  reviews: `select concat_ws("|", l.code, r.day, r.stars, r.title, r.body, r.mined_by, r.set_aside) x
    from reviews r join listings l on l.id = r.listing_id`,
  mentions: `select concat_ws("|", l.code, r.day, r.body, m.kind, m.concept, m.part, m.sentence) x
    from mentions m join reviews r on r.id = m.review_id join listings l on l.id = r.listing_id`,
  term_volumes:
    'select concat_ws("|", t.marketplace_id, t.text, t.seen_on, v.first_week, v.volumes) x from term_volumes v join search_terms t on t.id = v.term_id',
  term_positions: `select concat_ws("|", t.text, p.day, l.code, p.unpaid, p.paid, round(p.share, 9)) x
    from term_positions p join search_terms t on t.id = p.term_id join listings l on l.id = p.listing_id`,
  costings:
    'select concat_ws("|", l.code, c.name, coalesce(c.candidate_id, 0), c.document) x from costings c join listings l on l.id = c.listing_id',
  monthly_history:
    'select concat_ws("|", l.marketplace_id, l.code, h.month, h.price, h.rank) x from monthly_history h join listings l on l.id = h.listing_id',
  quotes: `select concat_ws("|", l.code, s.name, q.day, q.minimum, q.price, q.currency) x
    from quotes q join suppliers s on s.id = q.supplier_id join listings l on l.id = q.listing_id`,
  exchange_rates: 'select concat_ws("|", marketplace_id, currency, day, rate) x from exchange_rates',
  niche_terms: `select concat_ws("|", n.marketplace_id, n.name, t.text, m.share) x
    from niche_terms m join niches n on n.id = m.niche_id join search_terms t on t.id = m.term_id`,
  imports: `select concat_ws("|", marketplace_id, kind, name, hash, taken, taken_back_at is null,
    (select count(*) from import_parts p where p.import_id = imports.id)) x from imports`,
  candidates: 'select concat_ws("|", marketplace_id, name, stage) x from candidates',
  uploads: 'select concat_ws("|", name) x from uploads',
  upload_pieces: 'select concat_ws("|", place, length(bytes)) x from upload_pieces',
};

export type Fingerprint = Record<string, string>;

/** How long jobs may take that others have put into the queue. */
const SETTLED_MS = 120_000;
/** Waits until no job is open: a day of the clock, say, has old estimates made anew by a job of its own after it is done. */
const settled = async (connection: mysql.Connection): Promise<void> => {
  const until = Date.now() + SETTLED_MS;
  for (;;) {
    const [rows] = await connection.query<mysql.RowDataPacket[]>(
      'select group_concat(concat(kind, " ", id)) open from jobs where state in ("queued", "running")',
    );
    if (rows[0]!.open === null) return;
    if (Date.now() > until) throw new Error(`Jobs are still open: ${rows[0]!.open}`);
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
};

/** Counts and hashes of a workspace's contents, once every job has ended. */
export const fingerprintOf = async (connection: mysql.Connection): Promise<Fingerprint> => {
  await settled(connection);
  const result: Fingerprint = {};
  for (const [table, sql] of Object.entries(CONTENTS)) {
    const [rows] = await connection.query<mysql.RowDataPacket[]>(
      `select count(*) n, coalesce(sum(cast(conv(left(sha1(x), 12), 16, 10) as unsigned)), 0) h from (${sql}) t`,
    );
    result[table] = `${rows[0]!.n}/${String(rows[0]!.h)}`;
  }
  return result;
};

/** The tables and columns of a workspace, and which steps of migrations have been done. */
export const structureOf = async (connection: mysql.Connection): Promise<Fingerprint> => {
  const [columns] = await connection.query<mysql.RowDataPacket[]>(
    `select table_name t, group_concat(concat_ws(' ', column_name, column_type, is_nullable, column_key) order by column_name) c
     from information_schema.columns where table_schema = database() group by table_name`,
  );
  const [keys] = await connection.query<mysql.RowDataPacket[]>(
    `select table_name t, group_concat(distinct constraint_name order by constraint_name) c
     from information_schema.table_constraints where table_schema = database() group by table_name`,
  );
  const [steps] = await connection.query<mysql.RowDataPacket[]>(
    'select count(*) n, sum(state = "done") d from migration_steps',
  );
  return {
    ...Object.fromEntries(columns.map((r) => [`columns of ${r.t}`, String(r.c)])),
    ...Object.fromEntries(keys.map((r) => [`keys of ${r.t}`, String(r.c)])),
    steps: `${steps[0]!.n} ${steps[0]!.d}`,
  };
};

/** Where two differ, in words. */
export const differencesOf = (expected: Fingerprint, got: Fingerprint): string[] =>
  [...new Set([...Object.keys(expected), ...Object.keys(got)])]
    .filter((key) => expected[key] !== got[key])
    .map((key) => `${key}: ${got[key]} instead of ${expected[key]}`);
