import type { ProofState } from '#core/learn'
import type { ClothLimit } from '#core/limit'
import type { settlingOf } from '#core/shrink'
import type { DisplayUnits } from '#core/units'
import type { Backup, BackupReason } from '../schemas'
import { reasonWords } from './limit'
import { celsius, degreesApart } from './names'
import { PROOF_CHANGE } from './swatch'
import { bondWords } from './trial'

const dayWords = (iso: string): string => new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })
const percent = (share: number): string => `${Math.round(share * 100)} %`

/** What trying a hidden corner has come to: what hurt it (°C), what it stood (°C), whether it smelt. */
export function cornerSentence(corner: { hurtAtC: number | null, stoodC: number | null, smelt: boolean }, units?: DisplayUnits): string {
  if (corner.smelt) return 'Stop here: a sharp smell means fumes. No heat on this cloth.'
  if (corner.hurtAtC !== null)
    return `It was hurt at ${celsius(corner.hurtAtC, units)}. `
      + (corner.stoodC ? `It stood ${celsius(corner.stoodC, units)}: that is its limit for now.` : 'It stood nothing: no heat.')
  return corner.stoodC ? `A corner stood ${celsius(corner.stoodC, units)}.` : 'Nothing tried yet.'
}

/** How far a cloth has settled after so many passes. */
export function settlingSentence(settling: ReturnType<typeof settlingOf>, units?: DisplayUnits): string {
  if (settling.passes.length === 0) return 'Nobody knows yet whether it shrinks.'
  if (settling.settledUpToC === null) return 'Not settled: the last pass still moved it. Do it again.'
  const upTo = `Settled up to ${celsius(settling.settledUpToC, units)}`
  return settling.reopenedBy === null ? `${upTo}.` : `${upTo}, but you want ${celsius(settling.reopenedBy, units)}: it may move again.`
}

/** Where the recipe on the board stands with its proof; null where there is none. */
export function proofSentence(proof: ProofState): string | null {
  if (proof.state === 'none') return null
  const day = dayWords(proof.trial.pressedAt)
  if (proof.state === 'proved') return `Proved by the swatch of ${day}.`
  if (proof.state === 'toWash') return `Held on ${day}; ${proof.missing === 1 ? 'one wash' : `${proof.missing} washes`} still to stand.`
  return `Estimated again: ${proof.changes.map(c => PROOF_CHANGE[c]).join(', ')} since the proof of ${day}.`
}

/** What the sheet's own way would do on this bench; a share of a bond is given where it falls short. */
export const doneSoHere = (bond: number, short: boolean): string =>
  `Done so here it ${bondWords(bond)}${short ? `: ${percent(bond)} of a bond` : ''}.`

/** The room around the pin of a window map. */
export const roomAroundSentence = (
  room: { lessS: number, moreS: number, coolerC: number, hotterC: number }, units?: DisplayUnits,
): string => `Safe with ${room.lessS} s less or ${room.moreS} s more, `
  + `${degreesApart(room.coolerC, units)} cooler or ${degreesApart(room.hotterC, units)} hotter.`

/** The safest place of a map, on a dial stop or only between two. */
export const safestSentence = (at: { soleC: number, holdS: number }, onStop: boolean, units?: DisplayUnits): string =>
  `${onStop ? 'Safest' : 'Safe only between the stops'}: ${at.holdS} s at ${celsius(at.soleC, units)}.`

/** A map without safe ground: how near it comes, and which edge is not sure. */
export const nearestSentence = (nearest: { bond: number, hurt: number, blockedBy: 'bond' | 'hurt' }): string =>
  `No ground is safe 95 times in 100: at best ${percent(nearest.bond)} likely to bond and ${percent(nearest.hurt)} to be hurt. `
  + `${nearest.blockedBy === 'bond' ? 'The bond' : 'Harm'} is what is not sure. Measure what moves the edge.`

/** Two sources of one limit that do not agree, and which of them stands. */
export const conflictSentence = (conflict: ClothLimit['conflicts'][number], units?: DisplayUnits): string =>
  `They disagree. ${reasonWords(conflict.other, units)} ${reasonWords(conflict.safer, units)} The safer one stands.`

/** A swatch judged here that the server has not got. */
export const keptHereSentence = (grade: number, refused: string | null): string =>
  `Grade ${grade}, kept on this device. ${refused ?? 'It goes to the server when that answers again.'}`

/** Before a workroom file takes the place of what is kept. */
export const replaceSentence = (file: string): string =>
  `${file} will take the place of everything kept here. Take a copy out first.`

/** When a backup was made, in this place's own time. */
export const backupWords = ({ madeAt }: Pick<Backup, 'madeAt'>): string => `The backup of ${new Date(madeAt).toLocaleString('en-GB', {
  day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit',
})}`
export const BACKUP_REASON: Record<BackupReason, string> = {
  daily: 'of the day', byHand: 'asked for', beforeMigration: 'before a newer version', beforeRestore: 'before a restore',
}
export const megabytes = (bytes: number): string => (bytes < 950_000 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(1)} MB`)
