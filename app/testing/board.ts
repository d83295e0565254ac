import { createPinia, setActivePinia } from 'pinia'
import { vi } from 'vitest'
import type { Recipe } from '#core/recipe'
import { toRecipePayload } from '#shared/mappers'
import type { Fabric, PressCloth, Iron, Job, Supply, Swatch, Workroom } from '#shared/schemas'
import { fabricFields, rulesSchema, supplyFields, swatchBody } from '#shared/schemas'

/** Ids that are easy to tell apart: the last figure counts. */
export const idOf = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`

const workroom: Workroom = {
  id: idOf(1), name: 'Test room', units: { length: 'mm', temperature: '°C', arealMass: 'g/m²', region: 'UK', currency: 'EUR' },
  rules: rulesSchema.parse({}), version: 0, demo: false,
}
export const fabric = (over: Partial<Fabric> = {}): Fabric => ({
  ...fabricFields.parse({
    code: 'C-1', name: 'Poplin', fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27,
    mayGetWet: true, nap: 'none', colourHex: '#ffffff',
  }),
  id: idOf(11), version: 0, updatedAt: '', swatchCount: 0, cornerC: null, swatches: [], ...over,
})
export const supply = (over: Partial<Supply> = {}): Supply => ({
  ...supplyFields.parse({
    code: 'S-1', name: 'Lawn', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 60, thicknessMm: 0.21, adhesive: 'polyamide',
    adhesiveGsm: 12, colourHex: '#ffffff', stockM: 3,
  }),
  id: idOf(21), version: 0, updatedAt: '', used: 0, ...over,
})
export const iron = (over: Partial<Iron> = {}): Iron => ({
  id: idOf(31), name: 'Harbour', kind: 'household', shutsOffAfterS: 480, note: '',
  water: 'tap', bookWater: null, cleanedAt: null, since: { bare: 0, fused: 0 },
  version: 0, updatedAt: '',
  settings: [
    { label: 'silk', meanC: 118, swingC: 6, origin: 'measured' }, { label: 'wool', meanC: 154, swingC: 7, origin: 'measured' },
    { label: 'cotton', meanC: 192, swingC: 9, origin: 'measured' },
  ],
  ...over,
})
const pressCloth: PressCloth = { id: idOf(41), name: 'Muslin', kind: 'muslin', version: 0 }
export const job = (over: Partial<Job> = {}): Job => ({
  id: idOf(51), name: 'Shirts', garment: 'Shirt', forWhen: null, washC: 40, tumble: 'no', dryClean: false, note: '', done: false,
  trimIds: [],
  careWords: '', lookOn: null,
  fabrics: [{ fabricId: idOf(11), place: null, supplyId: null }], version: 0, updatedAt: '',
  progress: [{
    fabricId: idOf(11), name: 'Poplin', code: 'C-1', colourHex: '#ffffff', construction: 'poplin', nap: 'none', fibreKnown: true,
    supplyName: null, pressed: 0, held: 0, passed: 0, washesLeft: null, parts: 0, cut: 0,
  }], makings: [], session: null,
  ...over,
})
/** A swatch of the first fabric with the first interfacing, held as its recipe says, as the server keeps it. */
export const swatch = (n: number, recipe: Recipe, more: Partial<Swatch> = {}): Swatch => ({
  ...swatchBody.parse({
    clientKey: idOf(n), fabricId: idOf(11), supplyId: idOf(21), ironId: idOf(31), pressClothId: null, surface: 'padded',
    recipe: toRecipePayload(recipe), predicted: { bond: 1.2, harm: 0, peakC: 130, windowC: [118, 140], worst: null },
    events: [
      { atS: 0, kind: 'down', soleC: 154 }, { atS: recipe.holdS, kind: 'lift', soleC: 154 },
      { atS: recipe.holdS, kind: 'cool', soleC: 154 }, { atS: recipe.holdS + recipe.coolS, kind: 'done', soleC: null },
    ], grade: 4, marks: [], pressedAt: '2026-11-20T10:00:00.000Z', fabricLot: '', supplyLot: '',
  }),
  id: idOf(n), createdAt: '2026-11-20T10:00:00.000Z', washes: [], photos: [], ...more,
} as unknown as Swatch)

type Answer = (body: unknown, query: Record<string, unknown>) => unknown
/** A server that is not there: answers by method and path, as a test says. */
export function standIn(answers: Record<string, Answer>) {
  const asked: { what: string, body: unknown }[] = []
  const fetch = vi.fn(async (path: string, options: { method?: string, body?: unknown, query?: Record<string, unknown> } = {}) => {
    const what = `${options.method ?? 'GET'} ${path}`
    asked.push({ what, body: options.body })
    const answer = answers[what]
    if (!answer) throw new Error(`nobody answers ${what}`)
    return answer(options.body, options.query ?? {})
  })
  vi.stubGlobal('$fetch', fetch)
  return { asked, fetch }
}

/** A board with these things in its drawers. */
export function layOut(rate = 1): void {
  window.localStorage.clear()
  rememberWorkroom(workroom.id)
  vi.stubGlobal('useRuntimeConfig', () => ({ public: { clockRate: String(rate) } }))
  setActivePinia(createPinia())
  const library = useLibrary()
  library.workroom = workroom
  library.fabrics = [fabric(), fabric({ id: idOf(12), code: 'C-2', name: 'Melton' })]
  library.supplies = [supply(), supply({ id: idOf(22), code: 'S-2', name: 'Feather' })]
  library.irons = [iron(), iron({ id: idOf(32), name: 'Locker' })]
  library.pressCloths = [pressCloth]
}
