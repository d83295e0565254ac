// @vitest-environment happy-dom
import { effectScope } from 'vue'
import { beforeEach, describe, expect, it } from 'vitest'
import { job, layOut, standIn, idOf } from '../../testing/board'
import { useJobs } from '../../stores/jobs'
import { useMakings } from '../../stores/makings'
import { useSelection } from '../../stores/selection'
import { useMakingsWait } from './makingsWait'

const waiting = () => effectScope().run(() => useMakingsWait())!
beforeEach(() => layOut())

describe('the makings of the open job', () => {
  it('are waited for from when a job lies on the board until they are here; without a job nothing is', async () => {
    let arrive!: (found: object) => void
    standIn({ [`GET /api/jobs/${idOf(51)}/makings`]: () => new Promise((done) => { arrive = done }) })
    const waits = waiting()
    expect(waits.value).toBe(false)
    useSelection().chosen.jobId = idOf(51)
    expect(waits.value).toBe(true)
    await useJobs().open(job())
    const load = useMakings().load()
    expect(waits.value).toBe(true)
    arrive({ makings: [], version: 1 })
    await load
    expect(waits.value).toBe(false)
  })
  it('that cannot be had are not waited for: the drawer is used without them', async () => {
    standIn({ [`GET /api/jobs/${idOf(51)}/makings`]: () => { throw new Error('away') } })
    const waits = waiting()
    await useJobs().open(job())
    await useMakings().load()
    expect([useMakings().ready, waits.value]).toEqual([false, false])
  })
})
