import type mysql from 'mysql2/promise';

/** Takes a workspace back to how the version before this one's migrations left it, its own record of them included. */
export const backToEarlier = async (connection: mysql.Connection): Promise<void> => {
  for (const sql of [
    'drop table upload_pieces',
    'drop table migration_steps',
    'alter table uploads add content longtext not null default "", drop column columns',
    'alter table jobs drop index jobs_lane, drop column lane, drop column claim',
    'alter table answers drop column version',
    'alter table candidates drop foreign key candidates_costing_id_costings_id_fk',
    'alter table candidates drop column costing_id',
    'alter table costings add column price bigint, add column inputs json not null default "{}", add unique costings_name (listing_id, name)',
    `update costings set price = json_value(document, '$.price'), inputs = json_object(
       'unitCost', cast(json_value(document, '$.lines[0].amount.sum') as signed), 'freight', cast(json_value(document, '$.lines[1].amount.sum') as signed),
       'dutyRate', 0, 'advertisingRate', 0.1)`,
    'alter table costings drop foreign key costings_candidate_id_candidates_id_fk',
    'alter table costings drop key costings_owner, drop column owner, drop column candidate_id, drop column document, drop column version',
    'alter table scoresheets add column document json, drop key scoresheets_in_use, modify in_use boolean',
    'update scoresheets s join scoresheet_versions v on v.scoresheet_id = s.id and v.version = s.version set s.document = v.document, s.in_use = coalesce(s.in_use, 0)',
    'alter table scoresheets modify document json not null, modify in_use boolean not null default false, drop column version',
    'drop table scoresheet_versions',
    'alter table brand_judgements drop column version',
    'alter table craft_overrules drop column version',
    'alter table marketplaces drop column flag_rules_version, drop column shelf_rules_version, drop column stay_away_version',
    'create table __drizzle_migrations (id serial primary key, hash text not null, created_at bigint)',
    'insert into __drizzle_migrations (hash, created_at) values ("0000", 1795490908888), ("0001", 1795593814815), ("0002", 1795604681254), ("0003", 1795616491094)',
  ])
    await connection.query(sql);
};
