/**
 * Cases whose outcome is known in the trade, by what is asked: inputs, the band, and where the band comes from. The benchmark prints them
 * all, and the tests hold them. A band is never moved to what comes out: either the computation is mended or the case is left open.
 */
import { asWished, bondThrough, careLimits, roundsHeld, type CarePart } from '#core/care'
import { easesRound, planHem, tapeCut } from '#core/hem'
import { fabricLimit, type Evidence, type FabricLimit } from '#core/limit'
import { ADHESIVES, CONSTRUCTIONS, type AdhesiveKey, type ConstructionKey, type FibreKey, type PressClothKindKey } from '#core/materials'
import { matchShelf, type MatchQuery, type MatchSupply } from '#core/match'
import { placeOf, type PlaceKey } from '#core/place'
import { chooseRecipe, leftAloneS, type Found, type IronInput, type PressSetup, type Recipe } from '#core/recipe'
import { planSeamDetail, SUPPORT_KEYS, type SeamDetailKey, type SeamDetailPlan } from '#core/seam'
import type { FabricInput, SupplyInput } from '#core/stack'
import { toMatchFabric, toMatchSupply } from '#shared/mappers'
import { fabricBody, supplyBody, type Fabric, type Supply } from '#shared/schemas'
import { DEMO_IRONS, DEMO_SUPPLIES } from './supplies'

type Source = 'practice' | 'label' | 'maker' | 'physics'
type Answer = number | string | boolean | null
export interface Case {
  section: 'limits' | 'recipes' | 'other side' | 'seams' | 'cooling' | 'match' | 'hems' | 'care'
  what: string
  from: Source
  got: () => Answer
  /** From and to; or one of these. */
  band: readonly [number, number] | readonly Answer[]
}
const isNumber = (a: Answer | undefined): a is number => typeof a === 'number'
export function isWithin({ band }: Pick<Case, 'band'>, got: Answer): boolean {
  const [from, to] = band
  return isNumber(from) && isNumber(to) && isNumber(got) ? got >= from && got <= to : (band as readonly Answer[]).includes(got)
}

type Blend = Partial<Record<FibreKey, number>>
const shares = (blend: Blend) => Object.entries(blend).map(([fibre, sharePct]) => ({ fibre: fibre as FibreKey, sharePct }))
const fabric = (blend: Blend, construction: ConstructionKey, more: Partial<FabricInput> = {}): FabricInput => ({
  fibres: shares(blend), construction, massGsm: CONSTRUCTIONS[construction].massGsm, thicknessMm: CONSTRUCTIONS[construction].thicknessMm,
  mayGetWet: true, nap: CONSTRUCTIONS[construction].surface === 'plain' ? 'none' : CONSTRUCTIONS[construction].surface, finishes: [],
  ...more,
})
const dial = (...settings: number[]): IronInput => ({
  kind: 'household', settings: settings.map((meanC, i) => ({
    label: ['synthetic', 'wool', 'cotton'][i] ?? 'hottest', meanC, swingC: 12, origin: 'measured',
  })),
})
const IRON = dial(112, 150, 195)
const fusible = (adhesive: AdhesiveKey, massGsm = 60, more: Partial<SupplyInput> = {}): SupplyInput =>
  ({ massGsm, thicknessMm: massGsm / 290, base: 'cotton', adhesive, adhesiveGsm: 12, ...more })
const FOAM = fusible('eva', 120, { thicknessMm: 4, base: 'polyester', adhesiveGsm: 14 })
const laid = (f: FabricInput, s: SupplyInput, more: Partial<PressSetup> = {}): PressSetup =>
  ({ fabric: f, supply: s, iron: IRON, pressCloth: 'muslin', surface: 'padded', blendRule: 'strict', ...more })
/** Each setup is worked out once, however often it is asked about. */
const known = new Map<string, Found | null>()
function leading(setup: PressSetup): Found | null {
  const key = JSON.stringify(setup), at = known.get(key)
  if (at !== undefined) return at
  const leads = chooseRecipe(setup).leads?.found ?? null
  known.set(key, leads)
  return leads
}
const found = (setup: PressSetup): Recipe | null => leading(setup)?.recipe ?? null
const spared = (setup: PressSetup): number => {
  const margins = leading(setup)?.margins
  return margins ? Math.min(margins.lessS, margins.moreS) : 0
}

const LIMITS: Case[] = []
const limit = (what: string, from: Source, f: FabricInput, of: (l: FabricLimit) => Answer, band: Case['band'], evidence: Evidence = {}) =>
  LIMITS.push({ section: 'limits', what, from, got: () => of(fabricLimit(f, 'strict', evidence)), band })
const soleC = (l: FabricLimit) => l.soleC, coveredC = (l: FabricLimit) => l.coveredC
limit('cotton poplin', 'label', fabric({ cotton: 100 }, 'poplin'), soleC, [200, 200])
limit('linen canvas', 'label', fabric({ linen: 100 }, 'canvas'), soleC, [200, 200])
limit('viscose crepe', 'label', fabric({ viscose: 100 }, 'crepe'), soleC, [150, 150])
limit('worsted', 'label', fabric({ wool: 100 }, 'suiting'), soleC, [150, 150])
limit('silk satin', 'label', fabric({ silk: 100 }, 'satin'), soleC, [150, 150])
limit('polyester lining', 'label', fabric({ polyester: 100 }, 'lining'), soleC, [150, 150])
limit('nylon ripstop', 'label', fabric({ polyamide6: 100 }, 'taffeta'), soleC, [110, 110])
limit('acrylic knit', 'label', fabric({ acrylic: 100 }, 'doubleKnit'), soleC, [110, 110])
limit('acetate lining', 'label', fabric({ acetate: 100 }, 'lining'), soleC, [110, 110])
limit('polypropylene takes no iron', 'label', fabric({ polypropylene: 100 }, 'twill'), soleC, [0, 0])
limit('a little PVC bars heat', 'practice', fabric({ cotton: 95, pvc: 5 }, 'twill'), soleC, [0, 0])
limit('stretch denim 98/2 is pressed as denim', 'practice', fabric({ cotton: 98, elastane: 2 }, 'denim'), soleC, [150, 200])
limit('stretch wool 98/2 is pressed as wool', 'practice', fabric({ wool: 98, elastane: 2 }, 'suiting'), soleC, [150, 150])
limit('stretch wool 98/2 takes steam', 'practice', fabric({ wool: 98, elastane: 2 }, 'suiting'), l => l.steam, ['yes'])
limit('stretch poplin 97/3 may be pressed bare', 'practice', fabric({ cotton: 97, elastane: 3 }, 'poplin'), l => l.pressClothNeeded,
  [false])
limit('swimwear with a fifth of elastane', 'label', fabric({ polyamide6: 80, elastane: 20 }, 'jersey'), soleC, [110, 110])
limit('wool with a fifth of nylon, covered', 'practice', fabric({ wool: 80, polyamide6: 20 }, 'coating'), coveredC, [145, 155])
limit('the same, bare', 'label', fabric({ wool: 80, polyamide6: 20 }, 'coating'), soleC, [110, 110])
limit('wool with a tenth of cashmere, covered', 'practice', fabric({ wool: 90, cashmere: 10 }, 'coating'), coveredC, [145, 155])
limit('wool with a tenth of cashmere, bare', 'label', fabric({ wool: 90, cashmere: 10 }, 'coating'), soleC, [110, 110])
limit('half nylon is no small share', 'practice', fabric({ wool: 50, polyamide6: 50 }, 'coating'), coveredC, [110, 110])
limit('poly-cotton 65/35', 'label', fabric({ polyester: 65, cotton: 35 }, 'poplin'), soleC, [150, 150])
limit('flock from the back', 'practice', fabric({ cotton: 100 }, 'twill', { finishes: ['flock'] }), soleC, [110, 110])
limit('sequins on silk', 'practice', fabric({ silk: 100 }, 'georgette', { finishes: ['beads'] }), soleC, [110, 110])
limit('sequins: no steam', 'practice', fabric({ silk: 100 }, 'georgette', { finishes: ['beads'] }), l => l.steam, ['no'])
limit('sequins: from the back alone', 'practice', fabric({ silk: 100 }, 'georgette', { finishes: ['beads'] }), l => l.backOnly, [true])
limit('silk always under a press cloth', 'practice', fabric({ silk: 100 }, 'satin'), l => l.pressClothNeeded, [true])
limit('wool always under a press cloth', 'practice', fabric({ wool: 100 }, 'suiting'), l => l.pressClothNeeded, [true])
limit('cotton may be pressed bare', 'practice', fabric({ cotton: 100 }, 'sheeting'), l => l.pressClothNeeded, [false])
limit('velvet hovers', 'practice', fabric({ viscose: 100 }, 'velvet'), l => l.motion, ['hover'])
limit('coated twill', 'maker', fabric({ cotton: 100 }, 'twill', { finishes: ['puCoat'] }), soleC, [110, 110])
limit('what is not known begins at the lowest class', 'practice', fabric({}, 'suiting'), soleC, [110, 110])
limit('its corner took 150', 'practice', fabric({}, 'suiting'), soleC, [150, 150], { cornerC: 150 })
limit('a corner never overrides the label', 'label', fabric({}, 'suiting'), soleC, [110, 110],
  { cornerC: 150, label: { ironC: 110, steam: null } })
limit('a gassed print is touched for a few seconds', 'practice', fabric({ polyester: 100 }, 'twill', { finishes: ['gasDyedPrint'] }),
  l => l.maxTouchS, [3, 6])

const RECIPES: Case[] = []
const recipe = (what: string, setup: PressSetup, of: (r: Recipe | null) => Answer, band: Case['band'], from: Source = 'practice') =>
  RECIPES.push({ section: 'recipes', what, from, got: () => of(found(setup)), band })
const holdS = (r: Recipe | null) => r?.holdS ?? null, method = (r: Recipe | null) => r?.method ?? 'none', side = (r: Recipe | null) =>
  r?.firstSide ?? 'none'
const poplin = fabric({ cotton: 100 }, 'poplin'), worsted = fabric({ wool: 100 }, 'suiting'), denim = fabric({ cotton: 100 }, 'denim')
recipe('woven on poplin', laid(poplin, fusible('polyamide')), holdS, [10, 20], 'maker')
recipe('woven on poplin: with steam, as its makers print', laid(poplin, fusible('polyamide')), method, ['steam'], 'maker')
recipe('from the wrong side', laid(poplin, fusible('polyamide')), side, ['back'], 'maker')
recipe('low-melt nonwoven on poplin', laid(poplin, fusible('polyamideLow', 35)), holdS, [6, 15], 'maker')
recipe('low-melt is pressed dry', laid(poplin, fusible('polyamideLow', 35)), method, ['dry'], 'maker')
recipe('low-melt never under a hot iron', laid(poplin, fusible('polyamideLow', 35)), r => r?.setting.meanC ?? null, [100, 170], 'maker')
recipe('EVA never under a hot iron', laid(denim, fusible('eva', 50)), r => r?.setting.meanC ?? null, [100, 170], 'maker')
recipe('stretch wool as wool, within a second', laid(fabric({ wool: 98, elastane: 2 }, 'suiting'), fusible('polyamide')),
  r => (r ? Math.abs(r.holdS - (found(laid(worsted, fusible('polyamide')))?.holdS ?? 99)) : null), [0, 1])
recipe('stretch denim at the hot or the wool setting', laid(fabric({ cotton: 98, elastane: 2 }, 'denim'), fusible('polyamide')),
  r => r?.setting.meanC ?? null, [145, 200])
recipe('stretch denim within twenty seconds', laid(fabric({ cotton: 98, elastane: 2 }, 'denim'), fusible('polyamide')), holdS, [8, 20])
recipe('wool and a fifth of nylon is fused at wool', laid(fabric({ wool: 80, polyamide6: 20 }, 'coating'), fusible('polyamide')),
  r => r?.setting.meanC ?? null, [140, 156])
recipe('a setting four degrees over is taken', laid(worsted, fusible('polyamide'), { iron: dial(112, 154, 195) }),
  r => r?.setting.meanC ?? null, [153, 155])
recipe('one twelve degrees over is turned down', laid(worsted, fusible('polyamide'), { iron: dial(112, 162, 195) }),
  r => r?.setting.meanC ?? null, [146, 155])
recipe('a heat press is used dry', laid(poplin, fusible('polyamide'), { iron: { kind: 'heatPress', settings: dial(150).settings } }),
  method,
  ['dry'])
recipe('what wants a press is no work for a hand', laid(poplin, fusible('hdpe', 130, { grade: 'press' })), method, ['none'], 'maker')
recipe('polypropylene takes none', laid(fabric({ polypropylene: 100 }, 'twill'), fusible('polyamide')), method, ['none'], 'label')
recipe('silk that may not get wet is pressed dry', laid(fabric({ silk: 100 }, 'satin', { mayGetWet: false }), fusible('polyamideLow', 30)),
  method, ['dry'])
recipe('silk from the wrong side', laid(fabric({ silk: 100 }, 'satin', { mayGetWet: false }), fusible('polyamideLow', 30)), side, ['back'])
recipe('melton front', laid(fabric({ wool: 100 }, 'coating'), fusible('polyamide', 98)), holdS, [10, 25])
recipe('flannel', laid(fabric({ wool: 100 }, 'flannel'), fusible('polyamide', 72)), holdS, [10, 22])
for (const [name, f] of [
  ['voile', fabric({ cotton: 100 }, 'voile')], ['lining', fabric({ polyester: 100 }, 'lining')], ['crepe', fabric({ viscose: 100 },
    'crepe')],
  ['jersey', fabric({ cotton: 95, elastane: 5 }, 'jersey')], ['gabardine', fabric({ wool: 100 }, 'gabardine')],
  ['linen', fabric({ linen: 100 }, 'canvas')],
] as const) {
  recipe(`${name}: a hold that a hand can keep to, if any`, laid(f, fusible('polyamide')), r => r?.holdS ?? 6, [6, 40])
  RECIPES.push({
    section: 'recipes', what: `${name}: two seconds to spare`, from: 'practice',
    got: () => (found(laid(f, fusible('polyamide'))) ? spared(laid(f, fusible('polyamide'))) : 2), band: [2, 60],
  })
}

const OTHER_SIDE: Case[] = []
const other = (what: string, setup: PressSetup, of: (r: Recipe | null) => Answer, band: Case['band']) =>
  OTHER_SIDE.push({ section: 'other side', what, from: 'practice', got: () => of(found(setup)), band })
const cork = laid(fabric({ polyester: 100 }, 'cork'), FOAM)
const film = laid(fabric({ cotton: 100 }, 'twill', { finishes: ['filmLaminate'] }), FOAM)
const print = laid(fabric({ polyester: 100 }, 'twill', { finishes: ['gasDyedPrint'] }), fusible('polyamideLow', 40, { adhesiveGsm: 9 }))
const touches = (r: Recipe | null) => r?.touches ?? 0
for (const [name, setup] of [['foam behind cork', cork], ['foam behind a film', film]] as const) {
  other(`${name} is pressed through the face`, setup, side, ['face'])
  other(`${name}: no place for longer than five seconds`, setup, holdS, [2, 5])
  other(`${name}: touched, looked at and touched again`, setup, touches, [2, 8])
}
other('a gassed print: five seconds at a time', print, holdS, [2, 5])
other('a gassed print: a few touches', print, touches, [2, 8])
other('foam on plain twill: from the fabric', laid(fabric({ cotton: 100 }, 'twill'), FOAM), side, ['face'])
other('foam on pile: not pressed', laid(fabric({ polyester: 100 }, 'fleece'), FOAM), method, ['none'])
other('cork without a press cloth: not pressed', { ...cork, pressCloth: null }, method, ['none'])

const SEAMS: Case[] = []
const seamOf = (f: FabricInput, seamDetail: SeamDetailKey, piecing: 'dry' | 'steam' = 'dry'): SeamDetailPlan => planSeamDetail({
  seamDetail, fabric: f, iron: IRON, pressCloth: 'muslin', surface: 'padded', blendRule: 'strict', kit: SUPPORT_KEYS,
  house: { piecing, cooling: 'touch', alwaysPressCloth: false },
})
const seam = (what: string, f: FabricInput, key: SeamDetailKey, of: (p: SeamDetailPlan) => Answer, band: Case['band'],
  piecing: 'dry' | 'steam' = 'dry') =>
  SEAMS.push({ section: 'seams', what, from: 'practice', got: () => of(seamOf(f, key, piecing)), band })
const seconds = (p: SeamDetailPlan) => p.recipe?.holdS ?? null
const melton = fabric({ wool: 100 }, 'coating', { massGsm: 520, thicknessMm: 2, nap: 'nap' })
seam('poplin, opened', poplin, 'seamOpen', seconds, [4, 8])
seam('poplin, to one side', poplin, 'seamOneSide', seconds, [4, 8])
seam('poplin: no press cloth asked for', poplin, 'seamOpen', p => p.pressCloth, [null])
seam('poplin: a middle to hot setting', poplin, 'seamOpen', p => p.recipe?.setting.meanC ?? null, [145, 200])
seam('poplin: movable within half a minute', poplin, 'seamOpen', p => p.restS, [3, 30])
seam('quilting cotton, opened', fabric({ cotton: 100 }, 'sheeting'), 'seamOpen', seconds, [4, 8])
seam('chiffon', fabric({ silk: 100 }, 'voile'), 'seamOpen', seconds, [1, 5])
seam('georgette', fabric({ polyester: 100 }, 'georgette'), 'seamOpen', seconds, [1, 6])
seam('worsted, with steam', worsted, 'seamOpen', seconds, [4, 12])
seam('worsted: moist', worsted, 'seamOpen', p => p.recipe?.method ?? 'none', ['steam', 'mist'])
seam('melton', melton, 'seamOpen', seconds, [8, 20])
seam('melton, to one side', melton, 'seamOneSide', seconds, [8, 20])
seam('polyester lining', fabric({ polyester: 100 }, 'lining'), 'seamOpen', seconds, [1, 5])
seam('viscose lining', fabric({ viscose: 100 }, 'lining'), 'seamOpen', seconds, [1, 5])
seam('ripstop: eight seconds at the most', fabric({ polyamide6: 100 }, 'taffeta', { massGsm: 50, thicknessMm: 0.1 }), 'seamOpen', seconds,
  [1, 8])
seam('ripstop: low', fabric({ polyamide6: 100 }, 'taffeta'), 'seamOpen', p => p.recipe?.setting.meanC ?? null, [100, 120])
seam('acrylic is hovered over', fabric({ acrylic: 100 }, 'doubleKnit'), 'seamOpen', p => p.means, ['hover'])
seam('acrylic always sets', fabric({ acrylic: 100 }, 'doubleKnit'), 'seamOpen', p => p.reasons.some(r => r.why === 'neverSets'), [false])
seam('velvet is hovered over', fabric({ viscose: 100 }, 'velvet'), 'seamOpen', p => p.means, ['hover'])
seam('polyester and viscose suiting', fabric({ polyester: 65, viscose: 33, elastane: 2 }, 'suiting'), 'seamOpen', seconds, [4, 12])
seam('a dart in cotton jersey', fabric({ cotton: 95, elastane: 5 }, 'jersey'), 'dart', seconds, [3, 10])
seam('acetate lining', fabric({ acetate: 100 }, 'lining'), 'seamOpen', seconds, [1, 12])
seam('tweed', fabric({ wool: 100 }, 'tweed'), 'seamOpen', seconds, [5, 15])
seam('denim', denim, 'seamOpen', seconds, [5, 15])
seam('a collar edge in poplin', poplin, 'collarEdge', seconds, [3, 10])
seam('a heavier twill takes no less', fabric({ cotton: 100 }, 'twill', { massGsm: 240 }), 'seamOpen',
  p => (seconds(p) ?? 0) - (seconds(seamOf(fabric({ cotton: 100 }, 'twill', { massGsm: 205, thicknessMm: 0.42 }), 'seamOpen')) ?? 0), [0,
    4])
seam('a gassed print in touches', fabric({ polyester: 100 }, 'twill', { finishes: ['gasDyedPrint'] }), 'seamOneSide', seconds, [2, 5])
seam('polypropylene: fingers', fabric({ polypropylene: 100 }, 'twill'), 'seamOpen', p => p.means, ['cold'])

const COOLING: Case[] = []
const cool = (what: string, setup: PressSetup, of: (r: Recipe | null) => Answer, band: Case['band']) =>
  COOLING.push({ section: 'cooling', what, from: 'practice', got: () => of(found(setup)), band })
cool('under the clapper never under fifteen seconds', laid(poplin, fusible('polyamide')), r => r?.coolS ?? null, [15, 30])
cool('a shirt piece is handled within a minute', laid(poplin, fusible('polyamide')), r => (r ? leftAloneS(r) : null), [15, 60])
cool('a coat front within four minutes', laid(melton, fusible('polyamide', 98)), r => (r ? leftAloneS(r) : null), [15, 240])
cool('a low-melt bond is held at least as long as another', laid(poplin, fusible('polyamideLow', 35)), r => r?.coolS ?? null, [15, 60])
COOLING.push({
  section: 'cooling', what: 'a thick piece no sooner than a thin one', from: 'physics', band: [true], got: () => {
    const of = (f: FabricInput) => { const r = found(laid(f, fusible('polyamide'))); return r ? leftAloneS(r) : 0 }
    return of(melton) >= of(worsted)
  },
})

const SHELF: MatchSupply[] = DEMO_SUPPLIES.map(s => toMatchSupply({ id: s.code, ...supplyBody.parse(s) } as Supply))
const MATCH: Case[] = []
/** Is one of these among the first three? */
function winner(what: string, body: object, place: PlaceKey, codes: readonly string[], pressCloth: PressClothKindKey = 'muslin') {
  const got = () => {
    const f = toMatchFabric(fabricBody.parse({ code: 'C', name: what, mayGetWet: true, nap: 'none', colourHex: '#e8e2d4',
      ...body }) as Fabric)
    const query: MatchQuery = {
      fabric: f, blendRule: 'proportional', allowance: 'inside', place: placeOf(place), stiffness: null, drapeKept: false,
      care: { washC: 30, tumble: 'no', dryClean: false }, iron: DEMO_IRONS[0]!, pressCloth,
      surface: f.nap === 'pile' ? 'needle' : 'padded', needM2: 0,
    }
    return matchShelf(query, SHELF).ranked.slice(0, 3).some(c => codes.includes(c.supplies.map(s => s.code).join('+') || 'self'))
  }
  MATCH.push({ section: 'match', what, from: 'practice', got, band: [true] })
}
const of = (blend: Blend, construction: ConstructionKey, massGsm: number, thicknessMm: number, more: object = {}) =>
  ({ fibres: shares(blend), construction, massGsm, thicknessMm, ...more })
winner('thin silk collar: organza, a sheer knit or a light woven', of({ silk: 100 }, 'satin', 60, 0.13), 'collar', ['B-90', 'B-13', 'B-22'])
winner('stretch denim waistband: a firm one', of({ cotton: 98, elastane: 2 }, 'denim', 340, 0.75, { giveAcrossPct: 22, giveAlongPct: 2 }),
  'waistband', ['B-23'])
winner('wool crepe lapel: weft-insert or tricot', of({ wool: 100 }, 'suiting', 210, 0.5, { giveAcrossPct: 9, giveAlongPct: 6 }), 'lapel',
  ['B-31', 'B-32', 'B-30', 'B-33'])
winner('shirt cuff: a woven', of({ cotton: 100 }, 'poplin', 120, 0.27), 'cuff', ['B-20'])
winner('jersey neck: one tricot', of({ cotton: 95, elastane: 5 }, 'jersey', 180, 0.65, { giveAcrossPct: 40, giveAlongPct: 20 }), 'facing',
  ['B-13', 'B-30', 'B-33'])
winner('chiffon placket: organza, itself or a sheer net', of({ silk: 100 }, 'voile', 40, 0.13, { sheer: true }), 'placket',
  ['B-90', 'self', 'B-14'])
winner('coat front: weft-insert or canvas', of({ wool: 100 }, 'coating', 520, 1.9, { nap: 'nap' }), 'front', ['B-31', 'B-32', 'B-93'])
winner('tweed jacket front: weft-insert or canvas', of({ wool: 100 }, 'tweed', 380, 1.2), 'front', ['B-31', 'B-32', 'B-93'])
winner('polyester and viscose suiting, front: weft-insert', of({ polyester: 65, viscose: 33, elastane: 2 }, 'suiting', 260, 0.55), 'front',
  ['B-31', 'B-32'])
winner('bouclé front: weft-insert or canvas', of({ wool: 60, acrylic: 40 }, 'boucle', 350, 1.8), 'front', ['B-31', 'B-32', 'B-93'])
winner('corduroy collar: a woven', of({ cotton: 100 }, 'corduroy', 320, 1.3, { nap: 'pile' }), 'collar', ['B-20'])
winner('linen facing: a light woven', of({ linen: 100 }, 'canvas', 180, 0.4), 'facing', ['B-22', 'B-20'])
winner('hat band: firm', of({ cotton: 100 }, 'twill', 240, 0.48), 'stand', ['B-23', 'B-94'])
winner('appliqué on quilting cotton: web alone', of({ cotton: 100 }, 'sheeting', 145, 0.32), 'applique', ['B-50'])
winner('poplin collar: a woven', of({ cotton: 100 }, 'poplin', 120, 0.27), 'collar', ['B-20', 'B-22'])

const HEMS: Case[] = []
const tape: SupplyInput = { massGsm: 32, thicknessMm: 0.12, base: 'polyamide66', adhesive: 'polyamideWeb', adhesiveGsm: 30 }
function hem(what: string, f: FabricInput, turnedPlies: 1 | 2, value: (p: ReturnType<typeof planHem>) => Answer, band: Case['band']) {
  const got = () => value(planHem({
    fabric: f, turnedPlies, tape, dryTape: { ...tape, adhesive: 'evaWeb' }, lining: null, pressCloth: 'muslin', surface: 'padded',
    iron: IRON,
    blendRule: 'strict', cooling: 'touch',
  }))
  HEMS.push({ section: 'hems', what, from: 'practice', got, band })
}
const hemS = (p: ReturnType<typeof planHem>) => (p.how === 'damp' ? p.recipe.holdS : p.dry?.recipe.holdS ?? null)
hem('poly-cotton is taped, damp', fabric({ polyester: 65, cotton: 35 }, 'poplin'), 1, p => p.how, ['damp'])
hem('poly-cotton twill', fabric({ polyester: 65, cotton: 35 }, 'twill'), 1, hemS, [8, 25])
hem('trousers of twill turned twice', fabric({ cotton: 100 }, 'twill'), 2, hemS, [15, 35])
hem('poplin', poplin, 1, hemS, [8, 20])
hem('worsted', worsted, 1, hemS, [10, 30])
hem('viscose', fabric({ viscose: 100 }, 'crepe'), 1, p => p.how, ['damp'])
hem('silk that must stay dry has another way', fabric({ silk: 100 }, 'satin', { mayGetWet: false }), 1,
  p => p.how === 'refused' && p.dry !== null,
  [true])
hem('velvet is not', fabric({ viscose: 100 }, 'velvet'), 1, p => p.how, ['refused'])
hem('a gassed print is not, damp', fabric({ polyester: 100 }, 'twill', { finishes: ['gasDyedPrint'] }), 1, p => p.how, ['refused'])
HEMS.push({
  section: 'hems', what: 'a web of 20 mm goes round 970 mm in one piece', from: 'practice', band: [1, 1],
  got: () => tapeCut([{ fromMm: 0, lengthMm: 500 }], 6000, 970)[0]!.pieces,
}, {
  section: 'hems', what: 'a woven tape does not', from: 'practice', band: [false], got: () => easesRound(970, { wideMm: 20, givePct: 1 }),
}, {
  section: 'hems', what: 'a knit tape goes round a curve of 300 mm', from: 'practice', band: [true],
  got: () => easesRound(300, { wideMm: 20, givePct: 20 }),
})

const CARE: Case[] = []
const cloth = (blend: Blend, construction: ConstructionKey, more: Partial<FabricInput> = {}): CarePart => {
  const f = fabric(blend, construction, more)
  return {
    part: 'fabric', name: 'Front', fibres: f.fibres.map(s => s.fibre), finishes: [...f.finishes], limit: fabricLimit(f, 'strict'),
  }
}
const glued = (adhesive: AdhesiveKey): CarePart =>
  ({ part: 'interfacing', name: 'Woven', fibre: 'cotton', adhesive, washC: null, tumble: null, stays: null })
const care = (what: string, from: Source, got: () => Answer, band: Case['band']) => CARE.push({ section: 'care', what, from, got, band })
care('cotton shirt with a polyamide collar', 'label', () => careLimits([cloth({ cotton: 100 }, 'poplin'), glued('polyamide')]).wash.value,
  [40, 60])
care('stretch denim: two dots', 'label', () => careLimits([cloth({ cotton: 98, elastane: 2 }, 'denim')]).iron.value, [150, 150])
care('stretch wool: two dots', 'label', () => careLimits([cloth({ wool: 98, elastane: 2 }, 'suiting')]).iron.value, [150, 150])
care('wool coat: cool', 'label', () => careLimits([cloth({ wool: 100 }, 'coating')]).wash.value, [0, 30])
care('silk: not in the dryer', 'label', () => careLimits([cloth({ silk: 100 }, 'satin')]).tumble.value, ['no'])
care('wished unwashed, it is not washed', 'practice', () =>
  asWished(careLimits([cloth({ wool: 100 }, 'coating')]), { washC: 0, tumble: 'no', dryClean: true }).wash.value, [0, 0])
care('what the solvent harms is not cleaned, whatever is wished', 'practice', () =>
  asWished(careLimits([cloth({ cotton: 100 }, 'poplin'), glued('eva')]), { washC: 30, tumble: 'no', dryClean: true }).dryClean.value,
[false])
const wash = (adhesive: AdhesiveKey) =>
  ({ adhesive: ADHESIVES[adhesive], limitC: ADHESIVES[adhesive].washC[1], tumble: ADHESIVES[adhesive].tumble, repellent: false, wear: 1 })
care('twenty washes at its own limit', 'maker', () =>
  bondThrough(1.25, wash('polyamide'), { washC: ADHESIVES.polyamide.washC[1], tumble: 'no', softener: false }, 20).at(-1)!, [1, 1.25])
care('boiled, a soft one lets go at once', 'practice', () =>
  roundsHeld(1.25, wash('eva'), { washC: 95, tumble: 'no', softener: false }), [0, 0])
care('boiled, one made for it stays', 'maker', () =>
  roundsHeld(1.25, wash('hdpe'), { washC: 95, tumble: 'yes', softener: false }), [20, 1000])

/** All of them, by section. */
export const TRADE_CASES: readonly Case[] = [...LIMITS, ...RECIPES, ...OTHER_SIDE, ...SEAMS, ...COOLING, ...MATCH, ...HEMS, ...CARE]
