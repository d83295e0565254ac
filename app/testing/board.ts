import { createPinia, getActivePinia, setActivePinia, type StoreGeneric } from 'pinia'
import { vi } from 'vitest'
import type { Recipe } from '#core/recipe'
import { toRecipePayload } from '#shared/mappers'
import { fabric as keptFabric, idOf, iron as keptIron, muslin, supply as keptSupply } from '#shared/kept.fixture'
import type { Fabric, Iron, Job, Supply, Swatch, Workroom } from '#shared/schemas'
import { rulesSchema, swatchBody } from '#shared/schemas'

export { blockPiece, idOf } from '#shared/kept.fixture'

const workroom: Workroom = {
  id: idOf(1), name: 'Test room', units: { length: 'mm', temperature: '°C', arealMass: 'g/m²', region: 'UK', currency: 'EUR' },
  rules: rulesSchema.parse({}), version: 0, demo: false,
}
export const fabric = (over: Partial<Fabric> = {}): Fabric => keptFabric({ code: 'C-1', name: 'Poplin', ...over })
export const supply = (over: Partial<Supply> = {}): Supply =>
  keptSupply({ code: 'S-1', name: 'Lawn', massGsm: 60, thicknessMm: 0.21, stockM: 3, ...over })
export const iron = (over: Partial<Iron> = {}): Iron => keptIron({
  name: 'Harbour', shutsOffAfterS: 480,
  settings: [
    { label: 'silk', meanC: 118, swingC: 6, origin: 'measured' }, { label: 'wool', meanC: 154, swingC: 7, origin: 'measured' },
    { label: 'cotton', meanC: 192, swingC: 9, origin: 'measured' },
  ],
  ...over,
})
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

/** A board with these things in its drawers; the one before it writes no more. */
export function layOut(rate = 1): void {
  const before = getActivePinia() as { _s?: Map<string, StoreGeneric> } | undefined
  for (const store of [...before?._s?.values() ?? []]) store.$dispose()
  window.localStorage.clear()
  rememberWorkroom(workroom.id)
  vi.stubGlobal('useRuntimeConfig', () => ({ public: { clockRate: String(rate) } }))
  setActivePinia(createPinia())
  const library = useLibrary()
  library.workroom = workroom
  library.fabrics = [fabric(), fabric({ id: idOf(12), code: 'C-2', name: 'Melton' })]
  library.supplies = [supply(), supply({ id: idOf(22), code: 'S-2', name: 'Feather' })]
  library.irons = [iron(), iron({ id: idOf(32), name: 'Locker' })]
  library.pressCloths = [muslin]
}
