/** How steadily the recipe follows what it is asked: counts over the demo's pairs, and sweeps of mass, dial and blend. */
import { chooseRecipe, type IronSetting, type SearchOptions, type PressSetup, type Recipe } from '#core/recipe'
import type { FabricInput } from '#core/stack'
import { toPressSetup } from '#shared/mappers'
import { fabricBody, rulesSchema, supplyBody, type Fabric, type Iron, type PressCloth, type Supply } from '#shared/schemas'
import { DEMO_FABRICS } from './fabrics'
import { DEMO_IRONS, DEMO_PRESS_CLOTHS, DEMO_SUPPLIES } from './supplies'

/** Each fabric of the demo with each of its fusible supplies. */
export function demoSetups(): { name: string, setup: PressSetup }[] {
  const iron = DEMO_IRONS[0] as unknown as Iron, pressCloth = DEMO_PRESS_CLOTHS[0] as unknown as PressCloth
  return DEMO_FABRICS.flatMap(f => DEMO_SUPPLIES.filter(s => 'adhesive' in s && s.adhesive).map(s => ({
    name: `${f.code} ${s.code}`,
    setup: toPressSetup(
      { ...fabricBody.parse({ mayGetWet: true, nap: 'none', ...f }) as Fabric, cornerC: null, swatches: [] }, { id: s.code,
        ...supplyBody.parse(s) } as Supply, iron, pressCloth, 'padded',
      rulesSchema.parse({ blend: 'proportional' }),
    ),
  })))
}

export interface Steadiness {
  of: number
  recommended: number
  thin: number
  under6: number
  over40: number
  over60: number
  little: number
}
/** What is recommended with figures that no hand can keep to. */
export function silly(setups: readonly { name: string, setup: PressSetup }[]): Steadiness {
  const n: Steadiness = { of: setups.length, recommended: 0, thin: 0, under6: 0, over40: 0, over60: 0, little: 0 }
  for (const { setup } of setups) {
    const found = chooseRecipe(setup).leads?.found
    if (!found) continue
    const { recipe, margins } = found
    n.recommended++
    // Short touches are looked at after each: nobody counts on.
    if (recipe.touches !== undefined) continue
    if (Math.min(margins.lessS, margins.moreS) < 2) n.thin++
    if (recipe.holdS < 6) n.under6++
    if (recipe.holdS > 40) n.over40++
    if (recipe.holdS > 60) n.over60++
    if (Math.min(margins.coolerC, margins.hotterC) < recipe.setting.swingC / 2) n.little++
  }
  return n
}

const wayOf = (r: Recipe | null) => r === null ? 'none' : `${r.method} ${r.firstSide} ${r.passes} ${r.lean}`
/** Along a sweep: how often the way changes, by what share the hold jumps at the most, and the recipes. */
interface Steps { changes: number, jump: number, recipes: (Recipe | null)[] }
export function steps(sweep: readonly PressSetup[], options: SearchOptions = {}): Steps {
  const recipes = sweep.map(s => chooseRecipe(s, options).leads?.found?.recipe ?? null)
  let changes = 0, jump = 0
  for (let i = 1; i < recipes.length; i++) {
    const a = recipes[i - 1] ?? null, b = recipes[i] ?? null
    if (wayOf(a) !== wayOf(b)) changes++
    if (a && b) jump = Math.max(jump, Math.abs(Math.log(b.holdS / a.holdS)))
  }
  return { changes, jump: Math.expm1(jump), recipes }
}
const setting = (label: string, meanC: number): IronSetting => ({ label, meanC, swingC: 12, origin: 'measured' })
const usual = (fabric: Partial<FabricInput>, settings = [112, 154, 192]): PressSetup => ({
  fabric: {
    fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
    finishes: [], ...fabric,
  },
  supply: { massGsm: 60, thicknessMm: 0.21, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12 },
  iron: { kind: 'household', settings: settings.map((c, i) => setting(['synthetic', 'wool', 'cotton'][i]!, c)) },
  pressCloth: 'muslin', surface: 'padded', blendRule: 'strict',
})
/** Mass at constant density, 40 to 900 g/m². @param byGsm from one to the next */
export const massSweep = (fibre: 'cotton' | 'wool', byGsm = 20): PressSetup[] =>
  Array.from({ length: Math.floor(860 / byGsm) + 1 }, (_, i) => 40 + byGsm * i).map(massGsm => usual({
    fibres: [{ fibre, sharePct: 100 }], massGsm, thicknessMm: massGsm / (fibre === 'cotton' ? 440 : 350),
    construction: fibre === 'cotton' ? 'twill' : 'suiting',
  }))
/** The middle setting of the dial by one degree. */
export const dialSweep = (fibre: 'cotton' | 'wool', fromC = 135, toC = 175): PressSetup[] =>
  Array.from({ length: toC - fromC + 1 }, (_, i) => fromC + i).map(c =>
    usual({ fibres: [{ fibre, sharePct: 100 }], ...(fibre === 'wool' ? { construction: 'suiting', massGsm: 260, thicknessMm: 0.55 } : {}) },
      [112, c, 200]))
/** A second fibre by half a per cent. */
export const blendSweep = (main: 'cotton' | 'wool', few: 'elastane' | 'polyester' | 'polyamide6'): PressSetup[] =>
  Array.from({ length: 100 }, (_, i) => i / 2).map(pct => usual({
    fibres: [{ fibre: main, sharePct: 100 - pct }, ...(pct > 0 ? [{ fibre: few, sharePct: pct }] : [])],
    ...(main === 'wool' ? { construction: 'suiting', massGsm: 260, thicknessMm: 0.55 } : {}),
  }))
