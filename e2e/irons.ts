import { DEMO_IRONS } from '../scripts/demo-data/shelf'
import type { Iron } from '#shared/schemas'

/** Puts the first iron's stops where the demo has them: other trials write them anew, and what is pressed how hangs on them. */
export async function stopsOfDemo(url: string): Promise<void> {
  const irons = await (await fetch(`${url}/api/irons`)).json() as Iron[]
  for (const { key: _, ...demo } of DEMO_IRONS) {
    const now = irons.find(i => i.name === demo.name)
    if (!now) continue
    const { id, updatedAt: _u, since: _s, ...body } = now
    const put = await fetch(`${url}/api/irons/${id}`, {
      method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ ...body, stops: demo.stops }),
    })
    if (!put.ok) throw new Error(`the iron was not put right: ${await put.text()}`)
  }
}
