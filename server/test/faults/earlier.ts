import type mysql from 'mysql2/promise';

/** Takes a workspace back to how the version before this one's migrations left it, its own record of them included. */
export const backToEarlier = async (connection: mysql.Connection): Promise<void> => {
  for (const sql of [
    'drop table upload_pieces',
    'drop table migration_steps',
    'alter table uploads add content longtext not null default "", drop column columns',
    'alter table jobs drop index jobs_lane, drop column lane, drop column claim',
    'alter table answers drop column version',
    'alter table costings drop column version',
    'alter table brand_judgements drop column version',
    'alter table craft_overrules drop column version',
    'alter table marketplaces drop column flag_rules_version, drop column shelf_rules_version, drop column stay_away_version',
    'create table __drizzle_migrations (id serial primary key, hash text not null, created_at bigint)',
    'insert into __drizzle_migrations (hash, created_at) values ("0000", 1795490908888), ("0001", 1795593814815), ("0002", 1795604681254), ("0003", 1795616491094)',
  ])
    await connection.query(sql);
};
