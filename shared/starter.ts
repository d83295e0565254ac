/** What a workroom may begin with: typical supplies, an iron by its kind, settings by the words on its dial; none of anyone's make. */
import { IRON_KINDS, type IronKindKey } from '#core/materials'
import { supplyBody, type DialKey, type IronBody, type StarterKey, type SupplyBody } from './schemas'

type Given = Partial<SupplyBody> & Pick<SupplyBody, 'name' | 'family' | 'base' | 'baseFibre' | 'massGsm' | 'thicknessMm'>
const NOTE = 'Typical figures. Weigh and measure your own, and copy what its maker says.'
const fused = (adhesiveGsm: number, more: Partial<SupplyBody> = {}) => ({ adhesive: 'polyamide' as const, adhesiveGsm, ...more })

const ROWS = {
  lightWoven: {
    name: 'Light woven fusible', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 58, thicknessMm: 0.2, ...fused(11),
    widthMm: 1120,
  },
  shirtWoven: {
    name: 'Shirt collar woven', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 105, thicknessMm: 0.3, ...fused(14),
    widthMm: 1120,
  },
  lightNonwoven: {
    name: 'Light nonwoven', family: 'fusible', base: 'nonwoven', baseFibre: 'polyester', massGsm: 36, thicknessMm: 0.24,
    ...fused(8, { adhesive: 'polyamideLow' }), widthMm: 900,
  },
  softKnit: {
    name: 'Soft knit', family: 'fusible', base: 'knit', baseFibre: 'polyamide66', massGsm: 40, thicknessMm: 0.27,
    ...fused(9, { adhesive: 'polyamideLow' }), widthMm: 1500,
  },
  weftInsert: {
    name: 'Weft-insert for fronts', family: 'fusible', base: 'weftInsert', baseFibre: 'viscose', massGsm: 76, thicknessMm: 0.42,
    ...fused(13), widthMm: 900,
  },
  waistband: {
    name: 'Firm waistband', family: 'fusible', base: 'nonwoven', baseFibre: 'polyester', massGsm: 120, thicknessMm: 0.45, ...fused(18),
    widthMm: 900,
  },
  organza: {
    name: 'Silk organza, sewn in', family: 'sewIn', base: 'woven', baseFibre: 'silk', massGsm: 28, thicknessMm: 0.11, widthMm: 1120,
  },
  canvas: {
    name: 'Hair canvas, sewn in', family: 'sewIn', base: 'woven', baseFibre: 'wool', massGsm: 185, thicknessMm: 0.68, widthMm: 800,
  },
  web: {
    name: 'Web on paper', family: 'web', base: 'none', baseFibre: 'polyamide6', massGsm: 26, thicknessMm: 0.1,
    ...fused(26, { adhesive: 'polyamideWeb', form: 'web' }), widthMm: 450,
  },
  hemTape: {
    name: 'Hem web, 20 mm', family: 'hemTape', base: 'none', baseFibre: 'polyamide6', massGsm: 30, thicknessMm: 0.12,
    ...fused(30, { adhesive: 'polyamideWeb', form: 'web' }), widthMm: 20,
  },
  foam: {
    name: 'Bag foam, 3 mm', family: 'foam', base: 'nonwoven', baseFibre: 'polyester', massGsm: 180, thicknessMm: 3.2,
    ...fused(18, { adhesive: 'polyamideLow' }), widthMm: 1450,
  },
  tearAway: {
    name: 'Tear-away for embroidery', family: 'hoop', base: 'nonwoven', baseFibre: 'viscose', massGsm: 50, thicknessMm: 0.28,
    hoop: 'tearAway', widthMm: 900,
  },
} satisfies Record<StarterKey, Given>

/** A starter supply's name and kind, before it is on the shelf. */
export const starterName = (key: StarterKey): string => ROWS[key].name

/** A typical supply as it comes on the shelf: nothing of it in stock until someone counts it. @param n its number on the shelf */
export function starterSupply(key: StarterKey, n: number): SupplyBody {
  const row: Given = ROWS[key]
  return supplyBody.parse({
    code: `S-${String(n).padStart(2, '0')}`, adhesive: null, adhesiveGsm: 0, colourHex: '#f4f0e6', form: row.adhesive ? 'dots' : 'none',
    note: NOTE, ...row,
  })
}

/** Words of dials, and what such a setting gives on the mean, °C. Typical. */
export const DIALS = {
  dots: { name: 'One, two, three dots', settings: [['one dot', 110], ['two dots', 150], ['three dots', 200]] },
  fibres: { name: 'Synthetic, wool, cotton', settings: [['synthetic', 115], ['wool · silk', 150], ['cotton · linen', 195]] },
  levels: { name: 'Low, medium, high', settings: [['low', 110], ['medium', 150], ['high', 195]] },
} satisfies Record<DialKey, { name: string, settings: [string, number][] }>
/** A thermostat that nobody measured swings so far, °C. */
const USUAL_SWING_C = 15

/** An iron nobody has measured yet: by its kind and the words on its dial. */
export const starterIron = (kind: IronKindKey, dial: DialKey): Partial<IronBody> & Pick<IronBody, 'name' | 'kind' | 'settings'> => ({
  name: IRON_KINDS[kind].name, kind,
  settings: DIALS[dial].settings.map(([label, meanC]) => ({ label, meanC, swingC: USUAL_SWING_C, origin: 'typical' as const })),
})
