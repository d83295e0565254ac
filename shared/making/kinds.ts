/** Every kind of making there is. Another one is a file of its own, its figures among the schemas, and a row here. */
import type { CarePart, StuckLayers } from '#core/care'
import type { Outline } from '#core/geometry'
import type { Making, MakingKind, MakingSpec, SpecOf, Supply } from '../schemas'
import { applique } from './applique'
import { badge } from './badge'
import { embroidery } from './embroidery'
import { flatten } from './flatten'
import { hem } from './hem'
import { hole } from './hole'
import type { MakingKindOf, StuckThings } from './kind'
import { labels } from './labels'
import { lettering } from './lettering'
import type { MadeMaking } from './made'
import { patchwork } from './patchwork'
import { faultsOfPlace, laid, type Place } from './placed'
import { remedy } from './remedy'
import { seamDetail } from './seamDetail'
import { strips } from './strips'
import { transfer } from './transfer'
import { wadding } from './wadding'

/** In the order in which they are offered. */
export const MAKINGS = {
  hem, seamDetail, patchwork, strips, wadding, flatten, hole, badge, transfer, lettering, labels, applique, embroidery, remedy,
} satisfies { [K in MakingKind]: MakingKindOf<K> }
export const MAKING_KINDS = Object.keys(MAKINGS) as MakingKind[]

/** What a kind of making says of itself, whichever it is. */
export const kindOf = <K extends MakingKind>({ kind }: { kind: K }) => MAKINGS[kind] as unknown as MakingKindOf<K>

type Having<P extends keyof MakingKindOf<MakingKind>> = { [K in MakingKind]: (typeof MAKINGS)[K] extends Record<P, unknown> ? K : never
}[MakingKind]
/** Mended or put on, with something of the shelf. */
export type MendKind = Having<'families'>
export type MendSpec = SpecOf<MendKind>
export const isMend = (spec: MakingSpec): spec is MendSpec => 'families' in MAKINGS[spec.kind]

/** @throws RangeError saying why it cannot be as it stands */
export const judgeMaking = (spec: MakingSpec): void => kindOf(spec).judge(spec)
/** All that a making asks for under the iron. @throws RangeError where it cannot be as it stands */
export function operationsOfMaking(m: Making): MadeMaking[] {
  judgeMaking(m.spec)
  return kindOf(m.spec).operations(m, m.spec)
}

/** What is placed on a garment. */
type Placed = SpecOf<Having<'outlines'>>
/** What is placed on a garment, about its own middle. */
export const placedOutlines = (spec: Placed): Outline[] => kindOf(spec).outlines!(spec)
export const placedAt = (spec: Placed): Outline => laid(placedOutlines(spec), spec satisfies Place)
export const placeFaults = (spec: Placed) => faultsOfPlace(placedOutlines(spec), spec)

/** What lies one on the other where something is stuck on; null where nothing is, or it is not known what or with what. */
export const layersIn = (spec: MakingSpec, things: StuckThings): StuckLayers | null => kindOf(spec).layers?.(spec, things) ?? null

/** What a making leaves on the garment for good; none where it only presses. */
export const leftOf = (m: Making, supplies: readonly Supply[]): Omit<Extract<CarePart, { part: 'mend' }>, 'stays'>[] =>
  (kindOf(m.spec).leaves?.(m, m.spec, supplies) ?? []).map(({ fibre, adhesive, supply, backOnly, gentle }) => ({
    part: 'mend', name: m.name, fibres: fibre ? [fibre] : [], adhesive: supply?.adhesive ?? adhesive, washC: supply?.washC ?? null,
    tumble: supply?.tumble ?? null, backOnly, gentle,
  }))
