import type { Migration } from '../migrate'

/** Kinds of session events by the names they had, and those they have since. */
const KINDS: readonly (readonly [string, string])[] = [['back', 'undo'], ['over', 'takeOver'], ['out', 'skip']]

/** A session's events are called by what people press: undo, take over, skip. */
export const sessionWords: Migration = {
  name: '2026-11-29-session-words',
  up: async ({ query }) => {
    for (const [from, to] of KINDS) await query(`update session_event set kind = '${to}' where kind = '${from}'`)
  },
  down: async ({ query }) => {
    for (const [from, to] of KINDS) await query(`update session_event set kind = '${from}' where kind = '${to}'`)
  },
}
