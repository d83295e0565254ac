import { existsSync, readdirSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { LOOKED, missedOf } from './looking'

test('every screen of the board was looked at by the tests that come by it', () => {
  expect(missedOf(existsSync(LOOKED) ? readdirSync(LOOKED) : [])).toEqual([])
})
