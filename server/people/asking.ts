import { getHeader, type H3Event } from 'h3'
import { WorkroomRow } from '../db/models'
import type { Context } from '../utils/context'
import { ProblemError } from '../utils/problem'
import { carriedBy, carry } from './cookie'
import { openWorkroom } from './door'
import { signedOut, whoCarries } from './sign-in'

const noWorkroom = () => new ProblemError(503, 'No workroom yet',
  'There is no workroom here yet. Open the board in a browser to begin one.')

/**
 * Who is signed in where this request comes from; while nobody on the server has a passphrase, the owner of its workroom.
 * @throws ProblemError 401 where nobody is signed in, 503 where there is no workroom yet
 */
export async function contextOf(event: H3Event): Promise<Context> {
  const carried = await carriedBy(event)
  const known = carried && await whoCarries(carried)
  /** Whoever the page was laid out for: what another one left in it is not sent under this one's name. */
  const meant = getHeader(event, 'x-person'), isMeant = (id: string) => meant === undefined || meant === id
  if (known) {
    if (!isMeant(known.who.personId)) throw signedOut()
    if (known.renewed) await carry(event, known.renewed)
    return { workroomId: known.workroomId, who: known.who }
  }
  const open = await openWorkroom()
  if (open && isMeant(open.owner.personId)) return { workroomId: open.workroomId, who: open.owner }
  if (await WorkroomRow.count() === 0) throw noWorkroom()
  throw signedOut()
}

/** The workroom a script works for: the one it names, or the only one there is. @throws ProblemError where there is none, or several */
export async function contextOfScript(name?: string): Promise<Context> {
  const rows = await WorkroomRow.findAll({ order: [['createdAt', 'ASC']] })
  const found = name === undefined ? rows : rows.filter(r => r.name === name || r.id === name)
  if (rows.length === 0) throw noWorkroom()
  if (found.length === 1) return { workroomId: found[0]!.id }
  const names = rows.map(r => `${r.name} (${r.id})`).join(', ')
  throw new ProblemError(422, 'Which workroom', `Say which workroom, by its name or id: ${names}.`)
}
