import type { Migration } from '../migration'
import { RENAMED_CODES, RENAMED_IDS, RENAMED_KEYS, RENAMED_WORDS } from '#shared/renamed'

/** Tables by the names they had, and those they have since. */
export const TABLES: Readonly<Record<string, string>> = {
  workshop: 'workroom', cloth: 'fabric', cloth_fibre: 'fabric_fibre', cover: 'press_cloth', iron_stop: 'iron_setting',
  job_cloth: 'job_fabric',
  lay: 'layout', lay_part: 'layout_part', settle_pass: 'preshrink_pass', run: 'press_session', run_event: 'session_event',
  run_operation: 'session_operation', trial: 'swatch', trial_event: 'swatch_event', trial_photo: 'swatch_photo',
  trial_reading: 'swatch_reading',
}
/** Columns by the names they had, in whichever table they stand. */
export const COLUMNS: Readonly<Record<string, string>> = {
  workshop_id: 'workroom_id', cloth_id: 'fabric_id', cloth_ids: 'fabric_ids', cloth_lot: 'fabric_lot', cover_id: 'press_cloth_id',
  trial_id: 'swatch_id', run_id: 'session_id', lay_id: 'layout_id', backing_id: 'interfacing_id', bed: 'surface', resin: 'adhesive',
  resin_gsm: 'adhesive_gsm', resin_origin: 'adhesive_origin', leaflet: 'instructions', stop_label: 'setting_label',
  stop_mean_c: 'setting_mean_c', stop_swing_c: 'setting_swing_c', work: 'spec', print: 'placement', prints: 'placements', hand: 'stiffness',
}
/** Columns of plain data, with the names that tables and columns have since. */
const PAYLOADS: readonly (readonly [string, readonly string[]])[] = [
  ['job_making', ['spec']], ['session_operation', ['recipe', 'placements', 'predicted', 'keep_outs']],
  ['job_piece', ['shape', 'allowances', 'inset', 'keep_outs', 'by_hand']], ['swatch', ['recipe', 'predicted', 'mark_where', 'doubts']],
  ['swatch_plan', ['scraps']], ['scrap', ['face', 'back']], ['set_aside', ['kept']], ['workroom', ['rules']],
]
/** Columns that hold a code. */
const CODES: readonly (readonly [string, string, string])[] = [
  ['session_operation', 'kind', 'kind'], ['swatch_event', 'kind', 'kind'], ['layout_part', 'role', 'role'],
  ['set_aside', 'entity', 'entity'],
]
/** Columns that name a place of a garment. */
const PLACES: readonly (readonly [string, string])[] = [['piece', 'place'], ['job_fabric', 'place'], ['job_piece', 'place']]

type Pair = readonly [string, string]
const turned = (pairs: readonly Pair[]): Pair[] => pairs.map(([a, b]) => [b, a] as const)
const literal = (text: string): string => `'${text.replaceAll('\'', '\'\'')}'`

/** Constraints and indexes bear the names of their tables and columns. Longer names come before those that are part of them. */
const objectNames = (pairs: readonly Pair[]): string => `
  do $$
  declare
    pairs text[] := array[${pairs.map(([a, b]) => `array[${literal(a)}, ${literal(b)}]`).join(', ')}];
    it record; called text; k int;
  begin
    for it in
      select c.conname as name, c.conrelid::regclass::text as of, 'constraint' as what from pg_constraint c
        where c.connamespace = current_schema()::regnamespace
      union all
      select i.relname, t.relname, 'index' from pg_index x join pg_class i on i.oid = x.indexrelid join pg_class t on t.oid = x.indrelid
        where i.relnamespace = current_schema()::regnamespace
          and not exists (select 1 from pg_constraint c where c.conindid = x.indexrelid and c.conname = i.relname)
    loop
      called := it.name;
      for k in 1 .. array_length(pairs, 1) loop
        called := regexp_replace(called, '(^|_)' || pairs[k][1] || '(?=_|$)', '\\1' || pairs[k][2], 'g');
      end loop;
      if called <> it.name then
        if it.what = 'constraint' then execute format('alter table %s rename constraint %I to %I', it.of, it.name, called);
        else execute format('alter index %I rename to %I', it.name, called); end if;
      end if;
    end loop;
  end $$`

/** Words within names of constraints and indexes; what has a longer name first. */
const OBJECT_WORDS: readonly Pair[] = [
  ['run_operation', 'session_operation'], ['run_event', 'session_event'], ['run_of_job', 'session_of_job'], ['run_id', 'session_id'],
  ['run_workshop', 'press_session_workshop'], ['run_pkey', 'press_session_pkey'], ['trim_press_session', 'trim_run'],
  ['settle_pass', 'preshrink_pass'], ['settle_by_cloth', 'preshrink_by_fabric'], ['cover', 'press_cloth'], ['iron_stop', 'iron_setting'],
  ['lay_part', 'layout_part'], ['lay_drawn', 'layout_drawn'], ['lay_id', 'layout_id'], ['lay_workshop', 'layout_workshop'],
  ['lay_metres', 'layout_metres'], ['lay_pkey', 'layout_pkey'], ['resin', 'adhesive'], ['backing', 'interfacing'], ['cloth', 'fabric'],
  ['press_fabric', 'press_cloth'], ['trial', 'swatch'], ['workshop', 'workroom'],
]
const OBJECT_WORDS_BACK: readonly Pair[] = [
  ['swatch_plan_id_fkey', 'trial_plan_id_fkey'], ['workroom_id', 'workshop_id'], ['workroom_pkey', 'workshop_pkey'],
  ['press_cloth', 'cover'], ['fabric', 'cloth'],
  ['swatch(?!_plan)', 'trial'], ['interfacing', 'backing'], ['adhesive', 'resin'], ['layout_part', 'lay_part'], ['layout', 'lay'],
  ['iron_setting', 'iron_stop'], ['preshrink_by', 'settle_by'], ['preshrink_pass', 'settle_pass'], ['session_operation', 'run_operation'],
  ['session_event', 'run_event'], ['session_of_job', 'run_of_job'], ['session_id', 'run_id'], ['press_session', 'run'],
]

/** Keys and codes within plain data. A value's own quotation marks are escaped in it, so that only keys and codes match. */
function payload(table: string, column: string, keys: readonly Pair[], codes: readonly Pair[],
  words: readonly (readonly [string, Pair])[]): string {
  let text = `${column}::text`
  for (const [from, to] of keys) text = `replace(${text}, ${literal(`"${from}": `)}, ${literal(`"${to}": `)})`
  for (const [from, to] of codes) text = `replace(${text}, ${literal(`"${from}"`)}, ${literal(`"${to}"`)})`
  for (const [key, [from, to]] of words)
    text = `replace(${text}, ${literal(`"${key}": "${from}"`)}, ${literal(`"${key}": "${to}"`)})`
  return `update ${table} set ${column} = (${text})::jsonb where ${column} is not null and ${column}::text <> (${text})`
}

async function payloads(query: (sql: string) => Promise<unknown>, way: 'up' | 'down'): Promise<void> {
  const turn = (pairs: readonly Pair[]): readonly Pair[] => (way === 'up' ? pairs : turned(pairs))
  // Within plain data only these occur; what is a word of a list alone stays out.
  const keys = turn(Object.entries(RENAMED_KEYS).filter(([from]) => !['settle', 'hand', 'workshop'].includes(from)))
  const codes = turn(Object.entries(RENAMED_CODES))
  const words = Object.entries(RENAMED_WORDS).filter(([key]) => key !== 'entity')
    .flatMap(([key, of]) => turn(Object.entries(of)).map(pair => [key, pair] as const))
  for (const [table, columns] of PAYLOADS) for (const column of columns) {
    // A hem's open stretches were its runs; a row set aside may be of anything.
    const more = turn(table === 'job_making' ? [['runs', 'stretches']] : [])
    await query(payload(table, column, [...keys, ...more], codes, words))
  }
}

async function codes(query: (sql: string) => Promise<unknown>, way: 'up' | 'down'): Promise<void> {
  const turn = (pairs: readonly Pair[]): readonly Pair[] => (way === 'up' ? pairs : turned(pairs))
  for (const [table, column, list] of CODES)
    for (const [from, to] of turn(Object.entries(RENAMED_WORDS[list]!)))
      await query(`update ${table} set ${column} = ${literal(to)} where ${column} = ${literal(from)}`)
  for (const [table, column] of PLACES)
    for (const [from, to] of turn(Object.entries(RENAMED_CODES)))
      await query(`update ${table} set ${column} = ${literal(to)} where ${column} = ${literal(from)}`)
}

/** Ids of operations are made of what they are. */
async function ids(query: (sql: string) => Promise<unknown>, way: 'up' | 'down'): Promise<void> {
  const uuid = '[0-9a-f-]{36}'
  const rules: readonly Pair[] = way === 'up'
    ? [[`^settle\\.(${uuid})$`, 'preshrink.\\1'], [`^(${uuid}\\.[^.]*)\\.backing$`, '\\1.interfacing'],
        [`^(${uuid}\\.)motif(\\d+)$`, '\\1badge\\2']]
    : [[`^preshrink\\.(${uuid})$`, 'settle.\\1'], [`^(${uuid}\\.[^.]*)\\.interfacing$`, '\\1.backing'],
        [`^(${uuid}\\.)badge(\\d+)$`, '\\1motif\\2']]
  if (rules.length !== RENAMED_IDS.length) throw new Error('The ids of operations have rules of their own here.')
  for (const [from, to] of rules) {
    const put = (what: string) => `regexp_replace(${what}, ${literal(from)}, ${literal(to)})`
    await query(`update session_operation
      set id = ${put('id')}, needs = array(select ${put('n')} from unnest(needs) with ordinality as u(n, k) order by k)
      where id ~ ${literal(from)} or exists (select 1 from unnest(needs) as u(n) where n ~ ${literal(from)})`)
    await query(`update session_event set op = ${put('op')} where op ~ ${literal(from)}`)
    await query(`update session_event set ids = array(select ${put('n')} from unnest(ids) with ordinality as u(n, k) order by k)
      where exists (select 1 from unnest(ids) as u(n) where n ~ ${literal(from)})`)
  }
}

const KINDS = {
  down: [
    'settle', 'trim', 'fuse', 'tack', 'peel', 'hold', 'sew', 'flatten', 'seam', 'hem', 'tape', 'fingers', 'patch', 'motif', 'transfer',
    'letters',
    'shape', 'stitch', 'remedy',
  ],
  up: [
    'preshrink', 'trim', 'fuse', 'tack', 'peel', 'hold', 'sew', 'flatten', 'seam', 'hem', 'tape', 'fingers', 'hole', 'badge', 'transfer',
    'letters', 'shape', 'stitch', 'remedy',
  ],
}
const inList = (column: string, list: readonly string[]): string => `check (${column} in (${list.map(literal).join(', ')}))`

/** Tables, columns, codes and plain data get the trade's names; nothing that people wrote is touched. */
export const names: Migration = {
  name: '2026-11-29-names',
  up: async ({ query }) => {
    await query(`alter table run_operation drop constraint run_operation_kind_check`)
    await query(`alter table lay_part drop constraint lay_part_role_check`)
    await query(columnsFrom(COLUMNS))
    for (const [from, to] of Object.entries(TABLES)) await query(`alter table ${from} rename to ${to}`)
    await codes(query, 'up')
    await ids(query, 'up')
    await payloads(query, 'up')
    await query(objectNames(OBJECT_WORDS))
    await query(`alter table session_operation add constraint session_operation_kind_check ${inList('kind', KINDS.up)}`)
    await query(`alter table layout_part add constraint layout_part_role_check ${inList('role', ['interfacing', 'foam', 'web'])}`)
  },
  down: async ({ query }) => {
    await query(`alter table session_operation drop constraint session_operation_kind_check`)
    await query(`alter table layout_part drop constraint layout_part_role_check`)
    await query(objectNames(OBJECT_WORDS_BACK))
    await payloads(query, 'down')
    await ids(query, 'down')
    await codes(query, 'down')
    for (const [from, to] of Object.entries(TABLES).reverse()) await query(`alter table ${to} rename to ${from}`)
    await query(columnsFrom(Object.fromEntries(turned(Object.entries(COLUMNS)))))
    await query(`alter table run_operation add constraint run_operation_kind_check ${inList('kind', KINDS.down)}`)
    await query(`alter table lay_part add constraint lay_part_role_check ${inList('role', ['backing', 'foam', 'web'])}`)
  },
}

/** Renames columns wherever they stand. */
function columnsFrom(map: Readonly<Record<string, string>>): string {
  const pairs = Object.entries(map).map(([a, b]) => `(${literal(a)}, ${literal(b)})`).join(', ')
  return `
    do $$
    declare it record;
    begin
      for it in
        select c.table_name, c.column_name, p.now from information_schema.columns c
          join (values ${pairs}) as p(was, now) on p.was = c.column_name
          join information_schema.tables t on t.table_name = c.table_name and t.table_schema = c.table_schema
        where c.table_schema = current_schema() and t.table_type = 'BASE TABLE'
      loop
        execute format('alter table %I rename column %I to %I', it.table_name, it.column_name, it.now);
      end loop;
    end $$`
}
