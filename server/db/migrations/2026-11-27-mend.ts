import type { Migration } from '../migration'

const KINDS = `'settle', 'trim', 'fuse', 'tack', 'peel', 'hold', 'sew', 'flatten', 'seam', 'hem', 'tape', 'fingers'`
const MENDS = `'patch', 'motif', 'transfer', 'lettering', 'labels', 'applique', 'crest'`

/** What is mended and put on: scraps of cloth, hoop stabilisers by what they are, and the operations that come of it. */
export const mend: Migration = {
  name: '2026-11-27-mend',
  up: async ({ query }) => {
    await query(`
      create table scrap (
        id uuid primary key,
        workshop_id uuid not null references workshop (id),
        name text not null check (length(name) between 1 and 60),
        cloth_id uuid,
        wide_mm double precision not null check (wide_mm > 0),
        high_mm double precision not null check (high_mm > 0),
        mass_gsm double precision not null check (mass_gsm > 0),
        give_pct double precision not null check (give_pct >= 0),
        wash_c integer not null check (wash_c between 0 and 95),
        face jsonb not null,
        back jsonb,
        used_at timestamptz,
        created_at timestamptz not null default now(),
        unique (workshop_id, id),
        foreign key (workshop_id, cloth_id) references cloth (workshop_id, id)
      )`)
    await query(`create index scrap_kept on scrap (workshop_id, created_at) where used_at is null`)
    await query(`
      alter table job_making
        add column scrap_id uuid,
        add column supply_ids uuid[] not null default '{}',
        add foreign key (workshop_id, scrap_id) references scrap (workshop_id, id)`)
    await query(`create index job_making_of_scrap on job_making (scrap_id)`)
    await query(`
      alter table supply
        add column hoop text check (hoop in ('cutAway', 'tearAway', 'washAway', 'heatAway', 'softMesh'))`)
    await query(`
      alter table run_operation
        drop constraint run_operation_kind_check,
        add constraint run_operation_kind_check check (kind in (${KINDS}, 'patch', 'motif', 'transfer', 'letters', 'shape', 'stitch'))`)
  },
  down: async ({ query }) => {
    await query(`delete from run_operation where kind not in (${KINDS})`)
    await query(`
      alter table run_operation
        drop constraint run_operation_kind_check,
        add constraint run_operation_kind_check check (kind in (${KINDS}))`)
    await query(`alter table supply drop column hoop`)
    await query(`delete from job_making where work->>'kind' in (${MENDS})`)
    await query(`alter table job_making drop column scrap_id, drop column supply_ids`)
    await query(`drop table scrap`)
  },
}
