import { describe, expect, it } from 'vitest'
import { IRON_KIND_KEYS } from '#core/materials'
import { chooseRecipe } from '#core/recipe'
import { toPressSetup } from './mappers'
import {
  beginBody, DIAL_KEYS, fabricBody, ironBody, rulesSchema, STARTER_KEYS, supplyBody, type Fabric, type Iron, type Supply,
} from './schemas'
import { DIALS, starterIron, starterName, starterSupply } from './starter'

const id = '00000000-0000-4000-8000-000000000001'
const units = { length: 'mm', temperature: '°C', arealMass: 'g/m²' }

describe('a starter shelf', () => {
  it('every supply can be kept as it is, under its own code and name, typical and not in stock', () => {
    const all = STARTER_KEYS.map((key, i) => starterSupply(key, i + 1))
    for (const s of all) expect(supplyBody.safeParse(s).success).toBe(true)
    expect([new Set(all.map(s => s.code)).size, new Set(all.map(s => s.name)).size]).toEqual([all.length, all.length])
    expect(all.every(s => s.stockM === 0 && s.adhesiveOrigin === 'typical' && s.note.startsWith('Typical'))).toBe(true)
    expect(all.map(s => s.name)).toEqual(STARTER_KEYS.map(starterName))
    expect(starterSupply('web', 12).code).toBe('S-12')
  })
  it('every kind of iron can be kept with every dial; its settings rise', () => {
    for (const kind of IRON_KIND_KEYS) for (const dial of DIAL_KEYS) {
      const body = ironBody.parse(starterIron(kind, dial)), means = body.settings.map(s => s.meanC)
      expect(means).toEqual([...means].sort((a, b) => a - b))
      expect(body.settings.map(s => [s.label, s.origin])).toEqual(DIALS[dial].settings.map(([label]) => [label, 'typical']))
    }
  })
  it('with what a workroom begins with, plain cotton has a recipe', () => {
    const fabric = { ...fabricBody.parse({
      code: 'A', name: 'A', fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27,
      mayGetWet: true, nap: 'none', colourHex: '#ffffff',
    }), id, cornerC: null, swatches: [] } as unknown as Fabric
    const iron = { id, ...ironBody.parse(starterIron('household', 'dots')) } as unknown as Iron
    const muslin = { id, name: 'Muslin', kind: 'muslin' as const, version: 0 }
    const leads = (['lightWoven', 'lightNonwoven', 'softKnit'] as const).map(key =>
      chooseRecipe(toPressSetup(fabric, { id, ...starterSupply(key, 1) } as Supply, iron, muslin, 'padded', rulesSchema.parse({}))).leads)
    expect(leads.every(l => l !== null)).toBe(true)
  })
})

describe('what a workroom is begun with', () => {
  it('its name and units; the rest may be skipped', () => {
    const owner = { name: 'Anna', passphrase: 'tangled ferry lantern' }
    expect(beginBody.parse({ name: 'A', units, owner })).toMatchObject({ name: 'A', owner, iron: null, pressCloths: [], supplies: [] })
    const says = (body: object) => beginBody.safeParse({ name: 'A', units, owner, ...body }).error?.issues[0]?.message
    expect(says({ name: '' })).toMatch(/^Workroom/)
    expect(says({ owner: undefined })).toMatch(/^Owner/)
    expect(says({ owner: { ...owner, name: '\u200B' } })).toMatch(/^Name/)
    expect(says({ owner: { ...owner, passphrase: 'short' } })).toMatch(/10 characters/)
    expect(says({ owner: { ...owner, passphrase: 'x'.repeat(10_000) } })).toMatch(/200 characters/)
    expect(says({ iron: { kind: 'household', dial: 'moons' } })).toBe('Dial: choose one from the list.')
    expect(says({ supplies: ['web', 'web'] })).toBe('Supplies: one is listed twice.')
    expect(says({ pressCloths: ['sail'] })).toBe('Press cloths: choose from the list.')
  })
})
