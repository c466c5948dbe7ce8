import { emptyCosting } from '@kettle/core/costing/costing';
import { STARTER_PLAN } from '@kettle/core/changes/watch-plan';
import { STARTER_SCORESHEET } from '@kettle/core/score/starter-scoresheet';
import { schedule } from '../../../core/test/fixtures/schedule.ts';

/** The simulated day that the filled workspace lives in, so that its figures do not move with the calendar. */
export const DAY = '2026-11-24';

/** What the seller had typed as costs before costings were lines. */
export const INPUTS = {
  unitCost: 940,
  freight: 210,
  dutyRate: 0.03,
  preparation: 30,
  advertisingRate: 0.12,
  returnRate: 0.03,
  lossPerReturn: 800,
  monthsStored: 1.4,
  fulfilment: 'marketplace',
  firstOrder: 500,
  samples: 12_000,
  pictures: 0,
  launchAdvertising: 0,
  reserve: 5_000,
};
/** As fee schedules were before their prices of a season were called so. */
const { seasons: surcharges, ...storage } = schedule.storage;
const formerSchedule = { ...schedule, version: 1, storage: { ...storage, surcharges } };
/** A scoresheet as it was kept while bounds of revenue stood in major units. */
const earlierSheet = (name: string) => ({
  ...STARTER_SCORESHEET,
  version: 1,
  name,
  criteria: STARTER_SCORESHEET.criteria.map((c) =>
    c.scale.kind === 'measured' && c.scale.measure === 'revenueMedian'
      ? { ...c, scale: { ...c.scale, bands: c.scale.bands.map((b) => ({ ...b, from: b.from / 100 })) } }
      : c,
  ),
});
const costingLines = (unitCost: number | null) => ({
  ...emptyCosting(),
  monthsStored: 1.4,
  firstOrder: 500,
  lines: emptyCosting().lines.map((line) => {
    const sums: Record<string, number | null> = {
      'unit-cost': unitCost,
      freight: 210,
      preparation: 30,
      samples: 12_000,
      reserve: 5_000,
    };
    const rates: Record<string, number> = { duty: 0.03, advertising: 0.12 };
    return {
      ...line,
      amount:
        line.amount.kind === 'sum'
          ? { ...line.amount, sum: sums[line.key] ?? line.amount.sum }
          : line.amount.kind === 'share'
            ? { ...line.amount, rate: rates[line.key] ?? line.amount.rate }
            : { ...line.amount, rate: 0.03, loss: 800 },
    };
  }),
});

const text = (value: unknown): string => `'${JSON.stringify(value).replaceAll('\\', '\\\\').replaceAll("'", "''")}'`;
const dayBefore = (n: number): string => new Date(Date.parse(DAY) - n * 86_400_000).toISOString().slice(0, 10);
const days = Array.from({ length: 60 }, (_, i) => i);
const KNOTS = [
  { rank: 1, unitsPerDay: 60 },
  { rank: 100, unitsPerDay: 12 },
  { rank: 10_000, unitsPerDay: 0.5 },
];

interface Fill {
  /** The first and the last migration at which the statement fits the tables; without an end it fits still. */
  from: number;
  until?: number;
  sql: string;
}
/** Rows of a small workspace, each statement as the tables of its time had them. */
export const FILL: readonly Fill[] = [
  { from: 0, sql: `insert into workspace (\`key\`, value) values ('kind', '{"kind":"own"}')` },
  {
    from: 0,
    sql: `insert into marketplaces (id, name, currency, measures, host, hob_day, read_up_to) values ('cove', 'Cove', 'USD', 'imperial', 'cove.example', '${DAY}', '${DAY}')`,
  },
  {
    from: 0,
    sql: `insert into categories (id, marketplace_id, name, path, depth) values (1, 'cove', 'Wool', 'Wool', 1)`,
  },
  {
    from: 0,
    until: 15,
    sql: `insert into fee_schedules (marketplace_id, name, valid_from, document, source) values ('cove', 'Fees of 2026', '2026-01-01', ${text({ ...formerSchedule, validFrom: '2026-01-01' })}, 'typed')`,
  },
  {
    from: 16,
    sql: `insert into fee_schedules (marketplace_id, name, valid_from, document, source) values ('cove', 'Fees of 2026', '2026-01-01', ${text({ ...schedule, validFrom: '2026-01-01' })}, 'typed')`,
  },
  {
    from: 0,
    sql: `insert into rank_curves (marketplace_id, category, valid_from, knots, residual, source) values ('cove', '*', '2026-01-01', ${text(KNOTS)}, 0.4, 'typed')`,
  },
  {
    from: 0,
    sql: `insert into listings (id, marketplace_id, code, title, brand, category_id, price, reviews, rating, \`rank\`, weight, side_long, side_middle, side_short, fulfilment, seen_on) values
      (1, 'cove', 'CV0001', 'Drop spindle, maple', 'Fenwool', 1, 4109, 210, 430, 120, 1724, 300, 220, 90, 'marketplace', '${DAY}'),
      (2, 'cove', 'CV0002', 'Drop spindle, ash', 'Loftline', 1, 3900, 80, 410, 260, 1500, 300, 200, 90, 'marketplace', '${DAY}'),
      (3, 'cove', 'CV0003', 'Niddy-noddy, beech', 'Fenwool', 1, 2700, 40, 450, 900, 900, 400, 150, 60, 'seller', '${DAY}')`,
  },
  {
    from: 0,
    sql: `insert into readings (listing_id, day, price, \`rank\`, reviews, rating, source) values ${days.map((i) => `(1, '${dayBefore(i)}', 4109, ${100 + ((i * 37) % 50)}, ${210 - i}, 430, 'import')`).join(', ')}`,
  },
  {
    from: 0,
    sql: `insert into estimates (listing_id, as_of, origin) values (1, '${DAY}', 'nothing'), (2, '${DAY}', 'nothing'), (3, '${DAY}', 'nothing')`,
  },
  {
    from: 0,
    sql: `insert into reviews (id, listing_id, fingerprint, stars, body, day) values
      (1, 1, 'a', 2, 'The hook bends after a week.', '2026-08-01'), (2, 1, 'b', 1, 'The hook came off at once.', '2026-09-01'), (3, 2, 'c', 5, 'Spins for ever.', '2026-10-01')`,
  },
  {
    from: 0,
    sql: `insert into candidates (id, marketplace_id, name, anchor_id, stage, drop_reason, look_again_on) values
      (1, 'cove', 'Maple spindle', 1, 'watched', null, '2026-12-24'), (2, 'cove', 'Spindle for children', 1, 'found', null, null), (3, 'cove', 'Ash spindle', 2, 'dropped', 'Too heavy.', null)`,
  },
  {
    from: 0,
    sql: `insert into line_up (candidate_id, listing_id, added_on, then_price, then_units, then_reviews) values (1, 1, '2026-10-01', 4200, 280, 150), (1, 2, '2026-10-01', 3900, null, 60), (2, 1, '2026-10-02', 4200, 280, 150), (3, 2, '2026-10-03', 3900, null, 60)`,
  },
  { from: 0, sql: `insert into watched (listing_id, since) values (1, '2026-10-01')` },
  {
    from: 0,
    sql: `insert into candidate_log (candidate_id, kind, text, day, stage) values (1, 'stage', 'Started.', '2026-10-01', 'found'), (1, 'note', 'It’s "light"; a sample is due.', '2026-10-05', null)`,
  },
  {
    from: 0,
    until: 6,
    sql: `insert into costings (listing_id, price, inputs) values (1, 4200, ${text(INPUTS)}), (2, null, '{"unitCost":null,"freight":null}'), (3, null, ${text({ ...INPUTS, unitCost: 600 })})`,
  },
  {
    from: 7,
    sql: `insert into costings (id, listing_id, candidate_id, document) values
      (1, 1, 1, ${text({ ...costingLines(940), price: 4200 })}), (2, 2, 3, ${text({ ...emptyCosting() })}), (3, 3, null, ${text(costingLines(600))}), (4, 1, 2, ${text({ ...costingLines(940), price: 4200 })})`,
  },
  {
    from: 13,
    sql: `insert into briefs (candidate_id, document, version) values (1, '{"format":"cold-kettle/brief","lines":[]}', 3)`,
  },
  {
    from: 15,
    sql: `insert into review_corrections (category_id, document, version) values (1, '{"format":"cold-kettle/corrections","corrections":[]}', 2)`,
  },
  { from: 7, sql: 'update candidates set costing_id = case id when 1 then 1 when 2 then 4 else 2 end' },
  {
    from: 0,
    until: 7,
    sql: `insert into scoresheets (id, name, document, in_use) values (1, 'First look', ${text(earlierSheet('First look'))}, true), (2, 'Another', ${text(earlierSheet('Another'))}, false)`,
  },
  {
    from: 8,
    sql: `insert into scoresheets (id, name, in_use) values (1, 'First look', true), (2, 'Another', null)`,
  },
  {
    from: 8,
    sql: `insert into scoresheet_versions (scoresheet_id, version, document) values (1, 1, ${text(STARTER_SCORESHEET)}), (2, 1, ${text({ ...STARTER_SCORESHEET, name: 'Another' })})`,
  },
  {
    from: 0,
    sql: `insert into answers (candidate_id, scoresheet_id, \`key\`, choice, evidence, day) values (1, 1, 'curable', 'both', 'Two makers agreed.', '2026-11-01'), (1, 1, 'no-patent', 'pass', 'Register searched.', '2026-11-02')`,
  },
  {
    from: 1,
    sql: `insert into marks (listing_id, state, reason, day) values (3, 'dropped', 'Sold by seller.', '2026-11-03')`,
  },
  {
    from: 3,
    sql: `insert into own_counts (listing_id, day, stock, seller) values (3, '${dayBefore(3)}', 90, ''), (3, '${dayBefore(1)}', 84, '')`,
  },
  {
    from: 9,
    sql: `insert into imports (marketplace_id, kind, name, hash, mapping, source, first_day, last_day, taken, result) select id, 'counts', 'counts.csv', repeat('0', 64), '{"code":"Code"}', 'a file', '2026-11-01', '2026-11-02', 2, '{"message":"2 counts taken in."}' from marketplaces limit 1`,
  },
  {
    from: 10,
    sql: `insert into suppliers (id, name, country) values (1, 'Two Brothers', 'PL')`,
  },
  {
    from: 10,
    sql: `insert into quotes (listing_id, supplier_id, day, minimum, price, currency, terms) values (3, 1, '2026-11-03', 500, 4.2, 'USD', 'FOB')`,
  },
  {
    from: 18,
    sql: `update marketplaces set cost_rules = '{"format":"cold-kettle/cost-rules","rules":[{"category":"*","unitCost":{"kind":"share","rate":0.25},"freightKg":250,"freightCubicMetre":0,"duty":0.05,"advertising":0.12,"months":3,"unitsShare":0.5,"once":150000}]}', cost_rules_version = 4`,
  },
  {
    from: 17,
    sql: `update quotes set carton_units = 20, carton_weight = 9000, carton_long = 500, carton_middle = 400, carton_short = 300, once = 12000`,
  },
  {
    from: 19,
    sql: `insert into supplier_requests (listing_id, ref, ticket, supplier, country, makes, pieces, note, asked_on) values (3, 'QU-1000', 'T1', 'Two Brothers', 'PL', 'press', '[500,1000]', 'As drawn.', '2026-11-03')`,
  },
  {
    from: 20,
    sql: `update estimate_levels set drifts = '{"within":{},"together":{},"elsewhere":{"within":{"season":null,"of":"middle","moves":[{"days":30,"spread":0.1}]},"together":{"season":null,"of":"first day","moves":[{"days":30,"spread":0.2}]}}}'`,
  },
  {
    from: 19,
    sql: `insert into stand_in_weathers (marketplace_id, service, weather) select id, 'suppliers', 'slow' from marketplaces limit 1`,
  },
  {
    from: 21,
    sql: `insert into watch_groups (id, marketplace_id, name, rules, version) select 1, id, 'Presses', ${text(STARTER_PLAN.rules)}, 2 from marketplaces limit 1`,
  },
  {
    from: 21,
    sql: `update watched set group_id = 1, labels = '["rival"]', then_figures = '{"day":"2026-11-03","units":120,"low":90,"high":160,"price":3999,"reviews":40,"rating":4.4,"sellers":1}'`,
  },
  {
    from: 21,
    sql: `insert into watched_pages (listing_id, day, title, pictures, bullets, description) values (3, '2026-11-03', repeat('a', 64), 5, repeat('b', 64), repeat('c', 64))`,
  },
  {
    from: 21,
    sql: `insert into watch_runs (marketplace_id, day, asked, state, listings, \`read\`, readings, tries) select id, '2026-11-03', 'daily', 'short', 4, 3, 3, '[{"at":"2026-11-03T06:00:00.000Z","read":3,"missed":1,"message":"3 of 4 listings read."}]' from marketplaces limit 1`,
  },
  {
    from: 21,
    sql: `insert into watch_events (marketplace_id, kind, first, last, text) select id, 'sale', '2026-11-20', '2026-11-23', 'Autumn sale' from marketplaces limit 1`,
  },
  {
    from: 21,
    sql: `update marketplaces set watch_plan = ${text(STARTER_PLAN)}, watch_plan_version = 3`,
  },
  {
    from: 21,
    sql: `update candidates set wait_for = '{"measure":"units","is":"above","value":300,"weeks":4}'`,
  },
  {
    from: 22,
    sql: `insert into decisions (candidate_id, kind, reasons, text, day, rested_on) values (3, 'drop', '["heavy"]', 'Nine pounds.', '2026-11-03', '{"place":null,"of":3,"scoresheet":"First look","least":30,"most":60,"max":100,"verdict":"open","units":120,"unitsLow":90,"unitsHigh":160,"price":3999,"profit":null,"outlay":null,"weeksWatched":null,"day":"2026-11-03"}')`,
  },
  {
    from: 23,
    sql: `insert into page_drafts (candidate_id, document) values (3, '{"format":"cold-kettle/page-draft","title":"Folding press","bullets":["Folds flat"],"description":"","words":"binding","pictures":[],"drafted":[],"answered":[]}')`,
  },
  {
    from: 23,
    sql: `insert into before_orders (candidate_id, document) values (3, '{"format":"cold-kettle/before-order","begins":null,"lines":[{"key":"sample","what":"Order a sample","who":"me","days":21,"after":[],"note":"","done":null}]}')`,
  },
  {
    from: 23,
    sql: `insert into opinions (candidate_id, scoresheet_id, document, day) select 3, min(id), '{"format":"cold-kettle/opinion","by":"Ida","asked":"2026-11-03","answers":[],"wouldChoose":null,"words":"Heavy."}', '2026-11-04' from scoresheets`,
  },
  {
    from: 23,
    sql: `insert into frozen_answers values (3, 'units', 120, 90, 160, 'Estimate of 2026-11-03', '2026-11-03')`,
  },
  {
    from: 23,
    sql: `insert into evidence_pictures (candidate_id, \`key\`, type, name, bytes, day) values (3, 'different', 'image/png', 'hinge.png', x'89504e470d0a1a0a', '2026-11-03')`,
  },
  {
    from: 23,
    sql: `update marketplaces set own_means = '{"format":"cold-kettle/own-means","purse":800000,"income":null,"weeks":16,"taste":""}', launch_year = '{"format":"cold-kettle/launch-year","begins":"2026-12","purse":1200000,"atOnce":2}'`,
  },
  {
    from: 24,
    sql: `insert into people (id, name, login, role, password) values (1, 'Olga', 'olga', 'owner', '$argon2id$v=19$m=19456,t=2,p=1$c29tZXNhbHRzb21lc2FsdA$AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA')`,
  },
  {
    from: 24,
    sql: `insert into tokens (digest, person_id, name, role, ends_at) values (repeat('a', 64), 1, 'nightly', 'reader', '2027-01-01')`,
  },
  {
    from: 24,
    sql: `insert into deeds (person_id, what, parameters, status) values (1, 'POST /api/candidates/{id}/notes', '{"id":"3"}', '200')`,
  },
  {
    from: 24,
    sql: `update decisions set done_by = 1`,
  },
  {
    from: 26,
    sql: `update folder_files set inbox = '22222222-2222-4222-8222-222222222222'`,
  },
  {
    from: 25,
    sql: `insert into presence (browser, person_id, candidate_id, seen_at) values ('11111111-1111-4111-8111-111111111111', 1, 1, '2026-11-27')`,
  },
  {
    from: 25,
    sql: `update opinions set person_id = 1`,
  },
  {
    from: 27,
    sql: `insert into own_things values (1, 'tray', '{"quayside":["QS0049G9"]}', '2026-11-27')`,
  },
  { from: 28, sql: `insert into devices values (repeat('d', 64), 1, '2026-11-27')` },
  { from: 28, sql: `insert into recovery_codes values (repeat('c', 64), 1)` },
  {
    from: 28,
    sql: `insert into sign_in_counts values (repeat('b', 64), 3, '2026-11-27', 1, '192.0.2.7', '2026-11-27')`,
  },
  {
    from: 11,
    sql: `insert into folder_files (marketplace_id, name, size, modified, state, reason, kind) select id, 'List.csv', 900, 1700000000000, 'waiting', 'Look at it once.', 'listings' from marketplaces limit 1`,
  },
];
