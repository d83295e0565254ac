import type { ProofState } from '#core/learn'
import type { FabricLimit } from '#core/limit'
import type { shrinkageOf } from '#core/shrink'
import { METRIC, type DisplayUnits } from '#core/units'
import type { Backup, BackupReason } from '../schemas'
import { reasonWords } from './limit'
import { PROOF_CHANGE } from './swatch'
import { bondWords } from './judging'
import { celsius, dayWords, degreesApart, timeWords } from './measure'

const percent = (share: number): string => `${Math.round(share * 100)} %`

/** What trying a hidden corner has come to: what hurt it (°C), what it stood (°C), whether it smelt. */
export function cornerSentence(corner: { damageAtC: number | null, stoodC: number | null, smelt: boolean }, units?: DisplayUnits): string {
  if (corner.smelt) return 'Stop: a sharp smell means fumes. No heat on this fabric.'
  if (corner.damageAtC !== null)
    return `It was damaged at ${celsius(corner.damageAtC, units)}. `
      + (corner.stoodC
        ? `It took ${celsius(corner.stoodC, units)}: that is its limit for now.`
        : 'Even the coolest setting marked it: no heat.')
  return corner.stoodC ? `A corner took ${celsius(corner.stoodC, units)}.` : 'Nothing tested yet.'
}

/** How far a fabric has settled after so many passes. */
export function preshrinkSentence(settling: ReturnType<typeof shrinkageOf>, units?: DisplayUnits): string {
  if (settling.passes.length === 0) return 'Not known yet whether it shrinks.'
  if (settling.preshrunkUpToC === null) return 'Not preshrunk yet: the last pass still moved it. Repeat it.'
  const upTo = `Preshrunk up to ${celsius(settling.preshrunkUpToC, units)}`
  return settling.reopenedBy === null ? `${upTo}.` : `${upTo}, but you want ${celsius(settling.reopenedBy, units)}: it may shrink again.`
}

/** How far the recipe on the board is proved; null where there is none. */
export function proofSentence(proof: ProofState): string | null {
  if (proof.state === 'none') return null
  const day = dayWords(proof.swatch.pressedAt)
  if (proof.state === 'proved') return `Proved by the test swatch of ${day}.`
  if (proof.state === 'toWash') return `Held on ${day}; ${proof.missing === 1 ? 'one wash' : `${proof.missing} washes`} still to come.`
  return `An estimate again: ${proof.changes.map(c => PROOF_CHANGE[c]).join(', ')} since the proof of ${day}.`
}

/** What the sheet's own way would do on this setup; a share of a bond is given where it falls short. */
export const doneSoHere = (bond: number, short: boolean): string =>
  `Done the same way here it ${bondWords(bond)}${short ? `: ${percent(bond)} of a bond` : ''}.`

/** The room around the pin of a window map. */
export const roomAroundSentence = (
  room: { lessS: number, moreS: number, coolerC: number, hotterC: number }, units?: DisplayUnits,
): string => `Margin: ${room.lessS} s shorter or ${room.moreS} s longer, `
  + `${degreesApart(room.coolerC, units)} cooler or ${degreesApart(room.hotterC, units)} hotter.`

/** The safest place of a map, on a dial setting or only between two. */
export const safestSentence = (at: { soleC: number, holdS: number }, onSetting: boolean, units?: DisplayUnits): string =>
  `${onSetting ? 'Safest' : 'Safe only between the settings'}: ${at.holdS} s at ${celsius(at.soleC, units)}.`

/** A map without safe ground: how near it comes, and which edge is not sure. */
export const nearestSentence = (nearest: { bond: number, damage: number, blockedBy: 'bond' | 'damage' }): string =>
  `Nothing is safe 95 times in 100: at best ${percent(nearest.bond)} likely to bond and ${percent(nearest.damage)} to be damaged. `
  + `${nearest.blockedBy === 'bond' ? 'The bond' : 'Harm'} is the uncertain part. Measure what moves the edge most.`

/** Two sources of one limit that do not agree, and which of them counts. */
export const conflictSentence = (conflict: FabricLimit['conflicts'][number], units?: DisplayUnits): string =>
  `They disagree. ${reasonWords(conflict.other, units)} ${reasonWords(conflict.safer, units)} We use the safer one.`

/** A swatch judged here that the server has not got. */
export const keptHereSentence = (grade: number, refused: string | null): string =>
  `Grade ${grade}, kept on this device. ${refused ?? 'It goes to the server when that answers again.'}`

/** Before a workroom file takes the place of what is kept. */
export const replaceSentence = (file: string): string =>
  `${file} will replace everything here. Export a copy first.`

/** When a backup was made, in this place's own time. */
export const backupWords = ({ madeAt }: Pick<Backup, 'madeAt'>, units: DisplayUnits = METRIC): string =>
  `The backup of ${dayWords(madeAt, units)}, ${timeWords(madeAt, units)}`
export const BACKUP_REASON: Record<BackupReason, string> = {
  daily: 'of the day', byHand: 'asked for', beforeMigration: 'before a newer version', beforeRestore: 'before a restore',
}
export const megabytes = (bytes: number): string => (bytes < 950_000 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(1)} MB`)
