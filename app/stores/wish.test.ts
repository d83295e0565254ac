// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { PLACES } from '#core/place'
import type { Job } from '#shared/schemas'
import { fabric, idOf, job, layOut, standIn } from '../testing/board'
import { useLibrary } from './library'
import { useJobs } from './jobs'
import { useSelection } from './selection'
import { useWish } from './wish'

const NEXT = PLACES[1]!.key
const care = { washC: 60, tumble: 'yes' as const, dryClean: true }
/** A server that keeps the job that is changed. */
const keeping = () => standIn({
  [`PUT /api/jobs/${idOf(51)}`]: body => job({ ...(body as Partial<Job>), version: (body as Job).version + 1 }),
})
beforeEach(() => {
  layOut()
  useSelection().chosen.fabricId = idOf(11)
})

describe('what is asked of an interfacing, without a job', () => {
  it('the first place, its own hand and a mild wash, until it is wished otherwise', () => {
    const wish = useWish()
    expect([wish.place.key, wish.wished]).toEqual([
      PLACES[0]!.key, { stiffness: null, drapeKept: false, care: { washC: 40, tumble: 'no', dryClean: false } },
    ])
    wish.wishFor({ stiffness: 'keep' })
    wish.wishFor({ care })
    expect(wish.wished).toEqual({ stiffness: 'keep', drapeKept: false, care })
  })
  it('a fabric that stands less is asked for less, and a wish stays a wish', () => {
    useLibrary().fabrics = [fabric({ fibres: [{ fibre: 'wool', sharePct: 70 }, { fibre: 'polyester', sharePct: 30 }] })]
    const wish = useWish()
    expect(wish.wished.care).toEqual({ washC: 30, tumble: 'no', dryClean: false })
    wish.wishFor({ care })
    expect(wish.wished.care).toEqual(care)
  })
  it('belongs to the fabric and to the place: another has wishes of its own, and the first finds its own again', () => {
    const wish = useWish(), selection = useSelection()
    wish.choosePlace(NEXT)
    wish.wishFor({ drapeKept: true, care })
    selection.chosen.fabricId = idOf(12)
    expect([wish.place.key, wish.wished.drapeKept, wish.wished.care.washC]).toEqual([PLACES[0]!.key, false, 40])
    selection.chosen.fabricId = idOf(11)
    expect([wish.place.key, wish.wished.drapeKept, wish.wished.care.washC]).toEqual([NEXT, true, 60])
    wish.choosePlace(PLACES[0]!.key)
    expect(wish.wished.drapeKept).toBe(false)
  })
  it('of sixty fabrics it is remembered; the oldest is forgotten', () => {
    const wish = useWish(), selection = useSelection()
    const library = useLibrary(), [one] = library.fabrics
    library.fabrics = Array.from({ length: 61 }, (_, i) => ({ ...one!, id: idOf(100 + i) }))
    for (const { id } of library.fabrics) {
      selection.chosen.fabricId = id
      wish.choosePlace(NEXT)
      wish.wishFor({ drapeKept: true })
    }
    const at = (n: number) => {
      selection.chosen.fabricId = idOf(100 + n)
      return [wish.place.key === NEXT, wish.wished.drapeKept]
    }
    expect([at(0), at(1), at(60)]).toEqual([[false, false], [true, true], [true, true]])
  })
  it('a job begun of it takes over fabric, place, interfacing and care; of no fabric none is begun', async () => {
    const wish = useWish(), jobs = useJobs()
    const { asked } = standIn({ 'POST /api/jobs': body => job({ ...(body as Partial<Job>), id: idOf(52) }) })
    wish.choosePlace(NEXT)
    wish.wishFor({ care })
    expect(await wish.beginJob(idOf(21))).toBe(true)
    expect(asked[0]!.body).toMatchObject({ fabrics: [{ fabricId: idOf(11), place: NEXT, supplyId: idOf(21) }], ...care })
    expect([jobs.job?.id, wish.place.key]).toEqual([idOf(52), NEXT])
    useSelection().chosen = { ...useSelection().chosen, jobId: null, fabricId: null }
    expect(await wish.beginJob(null)).toBe(false)
    expect(asked.map(a => a.what).filter(w => w === 'POST /api/jobs')).toHaveLength(1)
  })
  it('own places stand beside the usual ones', async () => {
    const wish = useWish()
    standIn({ 'GET /api/places': () => [{
      id: idOf(61), name: 'Sail corner', stiffness: 'firm', give: 'none', wear: 'hard', shows: true, inSeam: false,
      families: ['fusible'], layers: 1, version: 0,
    }] })
    await wish.load()
    const { key } = wish.places.at(-1)!
    wish.choosePlace(key)
    expect([wish.places.length, wish.place.name, wish.place.shows]).toEqual([PLACES.length + 1, 'Sail corner', true])
  })
})

describe('what is asked of an interfacing, in a job', () => {
  it('place and care are those of the job; the hand stays on this board', async () => {
    const jobs = useJobs(), wish = useWish()
    const { asked } = keeping()
    await jobs.open(job({ fabrics: [{ fabricId: idOf(11), place: NEXT, supplyId: null }], washC: 30 }))
    expect([wish.place.key, wish.wished.care.washC]).toEqual([NEXT, 30])
    wish.wishFor({ stiffness: 'keep' })
    expect([wish.wished.stiffness, asked.length]).toEqual(['keep', 0])
    wish.wishFor({ care })
    await expect.poll(() => asked.length).toBe(1)
    expect(asked[0]!.body).toMatchObject(care)
    expect(wish.wished).toMatchObject({ stiffness: 'keep', care })
  })
  it('another place is noted in the job', async () => {
    const jobs = useJobs(), wish = useWish()
    const { asked } = keeping()
    await jobs.open(job())
    wish.choosePlace(NEXT)
    await expect.poll(() => asked.length).toBe(1)
    expect((asked[0]!.body as Job).fabrics).toEqual([{ fabricId: idOf(11), place: NEXT, supplyId: null }])
    expect(wish.place.key).toBe(NEXT)
  })
})
