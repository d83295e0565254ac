import type { FabricLimit } from '../limit'
import {
  FIBRES, FINISH_TUMBLE, FINISH_WASH_C, NO_SOLVENT_FINISHES, ADHESIVES, type Dryer, type FibreKey,
  type FinishKey, type Origin, type AdhesiveKey,
} from '../materials'
import { hottestFor, STROKE_S, type IronStay } from './ironing'

/** An interfacing on a fabric of the garment. */
interface InterfacingPart {
  part: 'interfacing'
  name: string
  fibre: FibreKey | null
  adhesive: AdhesiveKey | null
  /** What its sheet says; null where it says nothing. */
  washC: number | null
  tumble: Dryer | null
  /** How an iron may rest on it; null where it is not fused, or not worked out. */
  stays: readonly IronStay[] | null
}
/** Patches, badges, prints, letters: with what they are stuck, and what its sheet says. */
interface MendPart {
  part: 'mend'
  name: string
  fibres: readonly FibreKey[]
  adhesive: AdhesiveKey | null
  washC: number | null
  tumble: Dryer | null
  /** The iron never meets it from the front. */
  backOnly: boolean
  /** It is washed gently, inside out, and dried on the line. */
  gentle: boolean
  /** How an iron may rest on it; null where it is not worked out. */
  stays: readonly IronStay[] | null
}
/** A part of a garment, as its care sees it. */
export type CarePart
  = | { part: 'fabric', name: string, fibres: readonly FibreKey[], finishes: readonly FinishKey[], limit: FabricLimit }
    | InterfacingPart
    /** @param preshrunkC the hottest that it was settled at, °C; null where it never was */
    | { part: 'trim', name: string, fibres: readonly FibreKey[], preshrunkC: number | null }
    | MendPart

type CareWhy = 'fibre' | 'finish' | 'adhesive' | 'sheet' | 'base' | 'label' | 'swatch' | 'glueLine' | 'preshrunk' | 'print' | 'stuckOn'
/** One link of the chain: which part, what of it, and how far it lets one go. */
export interface CareReason<T> {
  name: string
  why: CareWhy
  fibre?: FibreKey
  finish?: FinishKey
  adhesive?: AdhesiveKey
  limit: T
  origin: Origin
}
/** A limit with its chain, the strictest first; the first one decides. */
interface CareChain<T> { value: T, reasons: CareReason<T>[] }
type IronC = 0 | 110 | 150 | 200
export interface CareLimits {
  /** °C; 0 = never in water. */
  wash: CareChain<number>
  tumble: CareChain<Dryer>
  iron: CareChain<IronC>
  dryClean: CareChain<boolean>
  /** With steam the adhesive softens under an ordinary stroke: it may not be moved before it is cold. */
  steamWakes: boolean
  /** Only from the wrong side; only under a fabric; whether steam may be used. */
  backOnly: boolean
  covered: boolean
  /** It is handled so only because of what is stuck behind it: not moved before it is cool. */
  stillUntilCool: boolean
  steam: 'yes' | 'light' | 'no'
  /** Something is stuck on it that is washed gently, inside out, and dried on the line. */
  mended: boolean
}

const DRYERS: readonly Dryer[] = ['no', 'low', 'yes']
/** The gentler of two dryers. */
export const gentler = (a: Dryer, b: Dryer): Dryer => DRYERS[Math.min(DRYERS.indexOf(a), DRYERS.indexOf(b))]!
const IRONS: readonly IronC[] = [0, 110, 150, 200]
const downTo = (c: number): IronC => [...IRONS].reverse().find(i => i <= c) ?? 0

function chain<T>(reasons: CareReason<T>[], rank: (v: T) => number, free: T): CareChain<T> {
  const sorted = reasons.map((r, i) => ({ r, i })).sort((a, b) => rank(a.r.limit) - rank(b.r.limit) || a.i - b.i).map(x => x.r)
  return { value: sorted[0]?.limit ?? free, reasons: sorted }
}

/** What a part may say of one limit: by fibre and finish, by the adhesive's kind, and by the sheet, which speaks for its adhesive. */
interface Say<T> {
  fibre: (f: FibreKey) => T | null
  finish: (f: FinishKey) => T | null
  adhesive: (r: AdhesiveKey) => T | null
  sheet: (p: { washC: number | null, tumble: Dryer | null }) => T | null
  /** Where nobody knows the fibre. */
  unknown: T | null
  /** Of what is stuck on and handled gently, whatever it is stuck with. */
  gentle: T | null
  /** The fabric of an interfacing has a say of its own. */
  base: boolean
}
const SOLVENT_DAMAGES = ['no', 'poor']
const WASH: Say<number> = {
  fibre: f => FIBRES[f].washC, finish: f => FINISH_WASH_C[f], adhesive: r => ADHESIVES[r].washC[1], sheet: p => p.washC, unknown: 30,
  gentle: null, base: true,
}
const TUMBLE: Say<Dryer> = {
  fibre: f => FIBRES[f].tumble, finish: f => FINISH_TUMBLE[f], adhesive: r => ADHESIVES[r].tumble, sheet: p => p.tumble, unknown: 'no',
  gentle: 'no', base: true,
}
const CLEAN: Say<boolean> = {
  fibre: f => (FIBRES[f].isHurtBySolvent ? false : null), finish: f => (NO_SOLVENT_FINISHES.has(f) ? false : null),
  adhesive: r => (SOLVENT_DAMAGES.includes(ADHESIVES[r].dryClean) ? false : null), sheet: () => null, unknown: null, gentle: null,
  base: false,
}

/** What a part says of one limit; nothing where it has no say in it. */
function saidBy<T>(p: CarePart, say: Say<T>): CareReason<T>[] {
  const reason = (limit: T | null, of: Omit<CareReason<T>, 'name' | 'limit' | 'origin'>, origin: Origin = 'typical'): CareReason<T>[] =>
    (limit === null ? [] : [{ name: p.name, ...of, limit, origin }])
  const fibres = (keys: readonly FibreKey[], why: CareWhy = 'fibre') => keys.flatMap(fibre => reason(say.fibre(fibre), { why, fibre }))
  const stuck = (of: { adhesive: AdhesiveKey | null, washC: number | null, tumble: Dryer | null }): CareReason<T>[] => {
    const { adhesive } = of, sheet = say.sheet(of)
    if (sheet !== null) return reason(sheet, { why: 'sheet', ...(adhesive ? { adhesive } : {}) }, 'maker')
    return adhesive ? reason(say.adhesive(adhesive), { why: 'adhesive', adhesive }) : []
  }
  switch (p.part) {
    case 'fabric':
      return [
        ...fibres(p.fibres), ...p.finishes.flatMap(finish => reason(say.finish(finish), { why: 'finish', finish })),
        ...(p.fibres.length === 0 ? reason(say.unknown, { why: 'fibre' }) : []),
      ]
    case 'interfacing':
      return [...stuck(p), ...(p.fibre && say.base ? fibres([p.fibre], 'base') : [])]
    case 'trim':
      return fibres(p.fibres)
    case 'mend':
      return [...stuck(p), ...fibres(p.fibres), ...(p.gentle ? reason(say.gentle, { why: 'stuckOn' }) : [])]
  }
}

/** Labels of fabric with any elastane bear two dots, °C. Practice. */
const STRETCH_MOST_C: IronC = 150

/** Why a fabric's own limit is what it is, in the terms of care. */
function fabricWhy(limit: FabricLimit): Pick<CareReason<IronC>, 'why' | 'fibre' | 'finish'> {
  const by = limit.reasons.find(r => r.decides)
  if (by?.step === 'label') return { why: 'label' }
  if (by?.step === 'finish') return { why: 'finish', finish: by.finish }
  if (by?.step === 'swatchDamage' || by?.step === 'corner') return { why: 'swatch' }
  return by && 'fibre' in by ? { why: 'fibre', fibre: by.fibre } : { why: 'fibre' }
}

interface Handling { backOnly: boolean, covered: boolean }
function ironOf(p: CarePart, how: Handling): CareReason<IronC>[] {
  switch (p.part) {
    case 'fabric':
      return [
        { name: p.name, ...fabricWhy(p.limit), limit: downTo(p.limit.soleC), origin: p.limit.origin },
        // Pressed in the workroom it is short and tried; a wearer irons for years.
        ...(p.fibres.includes('elastane')
          ? [{ name: p.name, why: 'fibre' as const, fibre: 'elastane' as const, limit: STRETCH_MOST_C,
              origin: 'typical' as const }]
          : []),
      ]
    case 'interfacing':
      return glueLine(p, how)
    case 'trim':
      return p.preshrunkC === null ? [] : [{ name: p.name, why: 'preshrunk', limit: downTo(p.preshrunkC), origin: 'measured' }]
    case 'mend':
      return [...(p.backOnly ? [{ name: p.name, why: 'print' as const, limit: 110 as const, origin: 'typical' as const }] : []),
        ...glueLine(p, how)]
  }
}
/** What the adhesive behind a part lets an iron be, through its own layers. */
function glueLine(p: Pick<InterfacingPart, 'name' | 'stays' | 'adhesive'>, how: Handling): CareReason<IronC>[] {
  if (!p.stays || p.stays.length === 0 || !p.adhesive) return []
  const limit = hottestFor(p.stays, { side: how.backOnly ? 'back' : 'face', covered: how.covered, steam: false })
  return [{ name: p.name, why: 'glueLine', adhesive: p.adhesive, limit, origin: 'estimate' }]
}

const canSoftenInSteam = ({ stays }: Pick<InterfacingPart, 'stays'>, how: Handling): boolean =>
  stays?.some(s => s.steam && s.side === (how.backOnly ? 'back' : 'face') && s.covered === how.covered && s.restS !== null
    && s.restS < STROKE_S) ?? false

const COOLEST_CLASS_C = 110
/** The mildest handling under which there is an iron at all: as it is, else under a press cloth, else from the wrong side as well. */
function mildest(asked: Handling, ironC: (h: Handling) => IronC): Handling {
  const ways = [asked, { ...asked, covered: true }, { ...asked, backOnly: true }, { backOnly: true, covered: true }]
  return ways.find(h => ironC(h) >= COOLEST_CLASS_C) ?? asked
}

/** What all parts of a garment stand together: each limit with its chain of reasons, the strictest first. */
export function careLimits(parts: readonly CarePart[]): CareLimits {
  const fabrics = parts.filter(p => p.part === 'fabric'), mends = parts.filter(p => p.part === 'mend')
  const asked = {
    backOnly: fabrics.some(c => c.limit.backOnly) || mends.some(m => m.backOnly), covered: fabrics.some(c => c.limit.pressClothNeeded),
  }
  const ironUnder = (h: Handling) => chain(parts.flatMap(p => ironOf(p, h)), v => v, 200 as IronC)
  const how = mildest(asked, h => ironUnder(h).value)
  const steam = fabrics.map(c => c.limit.steam)
  return {
    wash: chain(parts.flatMap(p => saidBy(p, WASH)), v => v, 95),
    tumble: chain(parts.flatMap(p => saidBy(p, TUMBLE)), v => DRYERS.indexOf(v), 'yes'),
    iron: ironUnder(how),
    dryClean: chain(parts.flatMap(p => saidBy(p, CLEAN)), v => (v ? 1 : 0), true),
    ...how, stillUntilCool: how !== asked,
    steamWakes: parts.some(p => (p.part === 'interfacing' || p.part === 'mend') && canSoftenInSteam(p, how)),
    mended: mends.some(m => m.gentle),
    steam: steam.includes('no') ? 'no' : steam.includes('light') ? 'light' : 'yes',
  }
}

interface CareWished { washC: number, tumble: Dryer, dryClean: boolean }
/** What is printed on the card: the stricter of what the parts withstand and what is wished. */
export const asWished = (l: CareLimits, wish: CareWished): CareLimits => ({
  ...l, wash: { ...l.wash, value: Math.min(l.wash.value, wish.washC) },
  tumble: { ...l.tumble, value: wish.washC === 0 ? 'no' : gentler(l.tumble.value, wish.tumble) },
  dryClean: { ...l.dryClean, value: l.dryClean.value && wish.dryClean },
})

/** A wish that goes beyond what a part withstands, with the part that says no. */
export type CareFault
  = | { of: 'wash', wishC: number, by: CareReason<number> } | { of: 'tumble', wish: Dryer, by: CareReason<Dryer> }
    | { of: 'dryClean', by: CareReason<boolean> }

/** What of a wish goes too far; none where all of it may be. */
export function beyond(limits: CareLimits, wish: CareWished): CareFault[] {
  const faults: CareFault[] = []
  const [wash] = limits.wash.reasons, [tumble] = limits.tumble.reasons, [clean] = limits.dryClean.reasons
  if (wash && wish.washC > wash.limit) faults.push({ of: 'wash', wishC: wish.washC, by: wash })
  if (tumble && DRYERS.indexOf(wish.tumble) > DRYERS.indexOf(tumble.limit)) faults.push({ of: 'tumble', wish: wish.tumble, by: tumble })
  if (clean && wish.dryClean && !clean.limit) faults.push({ of: 'dryClean', by: clean })
  return faults
}
