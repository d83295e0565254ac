import { describe, expect, it, vi } from 'vitest'
import { WorkroomRow } from '../db/models'
import { aRoom } from '../testing/room'
import { contextOf } from './context'

describe('for whom a request works', () => {
  it('the oldest workroom kept; asked for again only after a moment', async () => {
    await aRoom()
    const oldest = await WorkroomRow.findOne({ order: [['createdAt', 'ASC']] })
    const find = vi.spyOn(WorkroomRow, 'findOne'), now = vi.spyOn(Date, 'now')
    now.mockReturnValue(10_000_000)
    expect(await contextOf()).toEqual({ workroomId: oldest!.id })
    expect(find).toHaveBeenCalledTimes(1)
    now.mockReturnValue(10_001_900)
    expect(await contextOf()).toEqual({ workroomId: oldest!.id })
    expect(find).toHaveBeenCalledTimes(1)
    now.mockReturnValue(10_002_000)
    await contextOf()
    expect(find).toHaveBeenCalledTimes(2)
    // Without any it says what to do.
    find.mockResolvedValueOnce(null)
    now.mockReturnValue(10_009_000)
    const detail = expect.stringMatching(/Open the board in a browser/) as string
    await expect(contextOf()).rejects.toMatchObject({ problem: { status: 503, detail } })
    vi.restoreAllMocks()
  })
})
