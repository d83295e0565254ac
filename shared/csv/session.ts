import Papa from 'papaparse'
import type { PressSession } from '../schemas'
import { guard } from './cells'

const COLUMNS = ['time', 'board', 'piece', 'operation', 'what', 'side', 'place', 'iron', 'sole_c', 'more', 'by'] as const

/** A session's log, an event a line, in the order in which it was recorded; what was undone says so. */
export function sessionToCsv(session: PressSession, ironName: (id: string) => string, who: (id: string) => string): string {
  const boards = [...new Set(session.events.map(e => e.device))]
  const taken = new Set(session.events.flatMap(e => (e.kind === 'undo' && e.takes ? [e.takes] : [])))
  const byId = new Map(session.operations.map(o => [o.id, o]))
  const data = session.events.toSorted((a, b) => a.atMs - b.atMs || a.position - b.position).map((e) => {
    const o = e.op ? byId.get(e.op) : undefined
    const more = [
      e.edge ?? '', e.placements?.length ? `at ${e.placements.map(p => p + 1).join(' ')}` : '', e.setting?.label ?? '',
      e.byS === null ? '' : `by ${e.byS} s`, taken.has(e.key) ? 'taken back' : '',
    ].filter(Boolean).join(', ')
    return [
      new Date(e.atMs).toISOString(), boards.indexOf(e.device) + 1, guard(o?.name ?? ''), o?.kind ?? '', e.kind,
      e.pass === null ? '' : e.pass < 0 ? 'warming' : e.pass + 1, e.placement === null ? '' : e.placement + 1,
      e.ironId ? guard(ironName(e.ironId)) : '', e.soleC ?? '', guard(more), e.personId ? guard(who(e.personId)) : '',
    ]
  })
  return Papa.unparse({ fields: [...COLUMNS], data }, { newline: '\r\n' })
}
