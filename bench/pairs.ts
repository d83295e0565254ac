/** Twelve pairings of the demo on the Harbour iron, the padded board and its usual cover. */
import { clothBody, rulesSchema, supplyBody, type Cloth, type Cover, type Iron, type Supply } from '#shared/schemas'
import { toBench } from '#shared/mappers'
import type { Bench } from '#core/recipe'
import { DEMO_CLOTHS } from '../scripts/demo-data/cloths'
import { DEMO_IRONS, DEMO_SUPPLIES } from '../scripts/demo-data/shelf'

const PAIRS = [
  ['TW-01', 'B-20', 'muslin'], ['TW-01', 'B-12', 'muslin'], ['TW-01', 'B-22', 'muslin'], ['TW-01', 'B-23', 'muslin'],
  ['TW-02', 'B-31', 'muslin'], ['TW-02', 'B-12', 'muslin'], ['TW-03', 'B-13', 'organza'], ['TW-06', 'B-30', 'muslin'],
  ['TW-13', 'B-23', 'muslin'], ['TW-14', 'B-32', 'muslin'], ['TW-17', 'B-51', 'muslin'], ['TW-11', 'B-52', 'muslin'],
] as const

export interface DemoPair { name: string, supply: Supply, bench: Bench }

export function demoPairs(): DemoPair[] {
  return PAIRS.map(([clothCode, supplyCode, cover]) => {
    const cloth = clothBody.parse({ mayGetWet: true, nap: 'none', ...DEMO_CLOTHS.find(c => c.code === clothCode)! }) as Cloth
    const supply = { id: supplyCode, ...supplyBody.parse(DEMO_SUPPLIES.find(s => s.code === supplyCode)!) } as Supply
    const bench = toBench(
      { ...cloth, cornerC: null, swatches: [] }, supply, DEMO_IRONS[0] as unknown as Iron,
      { id: '', version: 0, name: '', kind: cover } as Cover, 'padded', rulesSchema.parse({ blend: 'proportional' }),
    )
    return { name: `${cloth.name} × ${supply.name}`, supply, bench }
  })
}
