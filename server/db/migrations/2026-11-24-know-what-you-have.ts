import type { Migration } from '../migration'

const own = `
  id uuid primary key,
  workshop_id uuid not null references workshop (id),
  created_at timestamptz not null default now()`

/**
 * Cloth lots with their label, measurements, preshrinking and corner tests; the maker's sheet and stock of a supply; calibrations;
 * search.
 */
export const knowWhatYouHave: Migration = {
  name: '2026-11-24-know-what-you-have',
  up: async ({ query }) => {
    await query(`
      alter table cloth
        add column lot text not null default '',
        add column give_along_pct double precision check (give_along_pct between 0 and 300),
        add column give_across_pct double precision check (give_across_pct between 0 and 300),
        add column nap_direction text not null default 'none' check (nap_direction in ('none', 'up', 'down')),
        add column shows_residue boolean not null default false,
        add column sheer boolean not null default false,
        add column width_mm double precision check (width_mm between 50 and 5000),
        add column stock_m double precision check (stock_m between 0 and 100000),
        add column label_iron_c integer check (label_iron_c in (0, 110, 150, 200)),
        add column label_steam boolean,
        add column label_words text not null default '',
        add column bending_along_mm double precision check (bending_along_mm between 1 and 300),
        add column prewashed boolean not null default false,
        add column used integer not null default 0,
        add column search text generated always as (lower(code || ' ' || name || ' ' || lot)) stored`)
    await query(`update cloth c set used = (select count(*) from trial t where t.cloth_id = c.id)`)
    await query(`create index cloth_search on cloth using gin (search gin_trgm_ops)`)
    await query(`create index cloth_by_use on cloth (workshop_id, used desc, code) where deleted_at is null`)
    await query(`create index cloth_fibre_by_fibre on cloth_fibre (workshop_id, fibre, cloth_id)`)
    await query(`
      alter table supply
        add column give_pct double precision check (give_pct between 0 and 300),
        add column form text not null default 'dots' check (form in ('dots', 'powder', 'film', 'web', 'none')),
        add column leaflet text not null default 'lost' check (leaflet in ('maker', 'lost')),
        add column maker_c double precision check (maker_c between 60 and 240),
        add column maker_hold_s double precision check (maker_hold_s between 1 and 300),
        add column maker_moisture text check (maker_moisture in ('dry', 'steam', 'damp')),
        add column maker_pressure_kpa double precision check (maker_pressure_kpa between 0.1 and 400),
        add column maker_peel text check (maker_peel in ('hot', 'cold')),
        add column wash_c integer check (wash_c between 0 and 95),
        add column tumble text check (tumble in ('no', 'low', 'yes')),
        add column width_mm double precision check (width_mm between 3 and 5000),
        add column price_per_m double precision check (price_per_m between 0 and 100000),
        add column stock_m double precision not null default 0 check (stock_m >= 0),
        add column overhang_mm double precision check (overhang_mm between 1 and 600),
        add column used integer not null default 0,
        add column search text generated always as (lower(code || ' ' || name)) stored`)
    await query(`update supply s set used = (select count(*) from trial t where t.supply_id = s.id)`)
    await query(`create index supply_search on supply using gin (search gin_trgm_ops)`)
    await query(`create index supply_by_use on supply (workshop_id, used desc, code) where deleted_at is null`)
    await query(`
      create table measurement (${own},
        cloth_id uuid not null references cloth (id),
        kind text not null check (kind in ('mass', 'thickness', 'giveAlong', 'giveAcross', 'bending')),
        value double precision not null,
        a double precision not null,
        b double precision not null,
        c double precision
      )`)
    await query(`create index measurement_by_cloth on measurement (cloth_id, kind, created_at)`)
    await query(`
      create table settle_pass (${own},
        cloth_id uuid not null references cloth (id),
        kind text not null check (kind in ('press', 'wash')),
        heat_c double precision not null check (heat_c between 0 and 240),
        along_before_mm double precision not null check (along_before_mm > 0),
        along_after_mm double precision not null check (along_after_mm > 0),
        across_before_mm double precision not null check (across_before_mm > 0),
        across_after_mm double precision not null check (across_after_mm > 0)
      )`)
    await query(`create index settle_by_cloth on settle_pass (cloth_id, created_at)`)
    await query(`
      create table corner_step (${own},
        cloth_id uuid not null references cloth (id),
        sole_c double precision not null check (sole_c between 60 and 240),
        held_s double precision not null check (held_s between 1 and 60),
        seen text not null check (seen in ('nothing', 'shine', 'colour', 'shrink', 'stick', 'smell')),
        note text not null default ''
      )`)
    await query(`create index corner_by_cloth on corner_step (cloth_id, created_at)`)
    await query(`
      create table trim_run (${own},
        supply_id uuid not null references supply (id),
        from_m double precision not null check (from_m >= 0),
        to_m double precision not null,
        heat_c double precision not null check (heat_c between 60 and 240),
        check (to_m > from_m)
      )`)
    await query(`
      create table stock_movement (${own},
        supply_id uuid not null references supply (id),
        metres double precision not null check (metres <> 0),
        reason text not null check (reason in ('bought', 'used', 'offcut', 'counted'))
      )`)
    await query(`create index stock_by_supply on stock_movement (supply_id, created_at desc)`)
    await query(`
      create table calibration (${own},
        iron_id uuid not null references iron (id) on delete cascade,
        position integer not null,
        mean_c double precision not null,
        mean_pm_c double precision not null,
        swing_c double precision not null,
        swing_pm_c double precision not null,
        period_s double precision not null,
        settled_after_s double precision not null,
        noise_c double precision not null,
        readings integer not null,
        source text not null check (source in ('probe', 'typed', 'csv'))
      )`)
    await query(`create index calibration_by_iron on calibration (iron_id, position, created_at desc)`)
  },
  down: async ({ query }) => {
    await query(`drop table calibration, stock_movement, trim_run, corner_step, settle_pass, measurement`)
    await query(
      `alter table supply drop column search, drop column used, drop column overhang_mm, drop column stock_m, drop column price_per_m,
        drop column width_mm, drop column tumble, drop column wash_c, drop column maker_peel, drop column maker_pressure_kpa,
        drop column maker_moisture, drop column maker_hold_s, drop column maker_c, drop column leaflet, drop column form,
        drop column give_pct`,
    )
    await query(`drop index cloth_fibre_by_fibre`)
    await query(`drop index cloth_by_use`)
    await query(
      `alter table cloth drop column search, drop column used, drop column prewashed, drop column bending_along_mm,
        drop column label_words, drop column label_steam, drop column label_iron_c, drop column stock_m, drop column width_mm,
        drop column sheer, drop column shows_residue, drop column nap_direction, drop column give_across_pct,
        drop column give_along_pct, drop column lot`,
    )
  },
}
