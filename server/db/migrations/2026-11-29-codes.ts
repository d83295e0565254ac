import type { Migration } from '../migration'

type Pair = readonly [string, string]
/** Codes by the names they had, and those they have since: a session's events, and where a figure comes from. */
const KINDS: readonly Pair[] = [['back', 'undo'], ['over', 'takeOver'], ['out', 'skip']]
const ORIGINS: readonly Pair[] = [['proved', 'tested'], ['model', 'estimate']]
const KINDS_OF: readonly Pair[] = [['session_event', 'kind']]
const ORIGINS_OF: readonly Pair[] = [
  ['fabric', 'mass_origin'], ['fabric', 'thickness_origin'], ['supply', 'adhesive_origin'], ['iron_setting', 'origin'],
]
/** Plain data with a recipe in it: its dial setting says where its temperature comes from. A code's own quotation marks are not escaped. */
const RECIPES: readonly Pair[] = [
  ['session_operation', 'recipe'], ['swatch', 'recipe'], ['swatch_plan', 'scraps'], ['job_making', 'spec'], ['set_aside', 'kept'],
]

async function turn(query: (sql: string) => Promise<unknown>, way: (pair: Pair) => Pair): Promise<void> {
  for (const [of, pairs] of [[KINDS_OF, KINDS], [ORIGINS_OF, ORIGINS]] as const)
    for (const [table, column] of of)
      for (const [from, to] of pairs.map(way)) await query(`update ${table} set ${column} = '${to}' where ${column} = '${from}'`)
  for (const [table, column] of RECIPES)
    for (const [from, to] of ORIGINS.map(way)) {
      const text = `replace(${column}::text, '"origin": "${from}"', '"origin": "${to}"')`
      await query(`update ${table} set ${column} = (${text})::jsonb where ${column} is not null and ${column}::text <> ${text}`)
    }
}

/** What people press in a session, and the word beside a figure, are called in the data as on the screen. */
export const codes: Migration = {
  name: '2026-11-29-codes',
  up: ({ query }) => turn(query, pair => pair),
  down: ({ query }) => turn(query, ([from, to]) => [to, from]),
}
