import { PRESS_CLOTH_KINDS, ADHESIVES, type PressClothKindKey, type AdhesiveKey } from '../materials'
import { fabricLimit } from '../limit'
import { chooseRecipe } from './choose'
import type { Found } from './answer'
import type { EvaluateOptions } from './evaluate'
import { USUAL_HABITS, type PressSetup, type IronInput, type IronSetting } from './recipe'

/** A change that would open an empty window, found by trying it. Sew-in is always open. */
export type Opener
  = | { change: 'iron', name: string, found: Found }
    | { change: 'pressCloth', pressCloth: PressClothKindKey, found: Found }
    | { change: 'lean', found: Found }
    | { change: 'warm', found: Found }
    | { change: 'adhesive', adhesive: AdhesiveKey, found: Found }
    | { change: 'heatPress', found: Found }
    | { change: 'sewIn' }

const THINNER: readonly PressClothKindKey[] = ['organza', 'slipSheet']

/** An iron of the workroom by its name. */
export type OwnIron = IronInput & { name: string }

/**
 * What would open this setup: each candidate change is computed with what was learned, only those that work are returned, easiest
 * first.
 * @param others irons of the workroom besides the one in hand
 */
export function findOpeners(setup: PressSetup, taught: EvaluateOptions = {}, others: readonly OwnIron[] = []): Opener[] {
  const limit = fabricLimit(setup.fabric, setup.blendRule, setup.evidence)
  const openers: Opener[] = []
  if (limit.soleC > 0 && limit.fusible && setup.iron.settings.length > 0) {
    const best = (b: PressSetup) => chooseRecipe(b, taught).leads?.found
    // How far off the sole of this iron is says nothing of another iron.
    const { soleOffsetC: _offset, ...elsewhere } = taught
    // What was learned of this adhesive says nothing of another adhesive.
    const another = (b: PressSetup, { soleOffsetC, contactFactor }: EvaluateOptions) =>
      chooseRecipe(b, { soleOffsetC, contactFactor }).leads?.found
    if (setup.supply.adhesive) {
      for (const { name, ...iron } of others) {
        const found = chooseRecipe({ ...setup, iron }, elsewhere).leads?.found
        if (found) openers.push({ change: 'iron', name, found })
      }
      for (const pressCloth of THINNER) {
        if (setup.pressCloth && PRESS_CLOTH_KINDS[pressCloth].thicknessMm >= PRESS_CLOTH_KINDS[setup.pressCloth].thicknessMm) continue
        const found = best({ ...setup, pressCloth })
        if (found) openers.push({ change: 'pressCloth', pressCloth, found })
      }
      const habits = setup.habits ?? USUAL_HABITS
      const leaned = habits.lean ? null : best({ ...setup, habits: { ...habits, lean: true } })
      if (leaned) openers.push({ change: 'lean', found: leaned })
      const warmed = habits.warmFirst ? null : best({ ...setup, habits: { ...habits, warmFirst: true } })
      if (warmed) openers.push({ change: 'warm', found: warmed })
    }
    for (const adhesive of ['polyamideLow', 'eva', 'polyamideWeb'] satisfies AdhesiveKey[]) {
      if (adhesive === setup.supply.adhesive) continue
      const { sheet: _sheet, lot: _lot, grade: _grade, ...interfacing } = setup.supply
      const found = another({ ...setup, supply: { ...interfacing, adhesive, adhesiveGsm: setup.supply.adhesiveGsm || 12 } }, taught)
      if (found) {
        openers.push({ change: 'adhesive', adhesive, found })
        break
      }
    }
    if (setup.supply.adhesive) {
      const wanted = Math.min(limit.soleC, ADHESIVES[setup.supply.adhesive].windowC[1] + 5)
      const setting: IronSetting = { label: `${wanted} °C`, meanC: wanted, swingC: 4, origin: 'typical' }
      const found = chooseRecipe({ ...setup, iron: { kind: 'heatPress', settings: [setting] } }, elsewhere).leads?.found
      if (found) openers.push({ change: 'heatPress', found })
    }
  }
  openers.push({ change: 'sewIn' })
  return openers
}
