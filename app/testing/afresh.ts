import { setActivePinia } from 'pinia'
import { vi } from 'vitest'

// Tests that put something else in the place of a module share a process, one after another: what the last one put there is forgotten,
// and the board that it closed is nobody's any more.
vi.resetModules()
setActivePinia(undefined)
