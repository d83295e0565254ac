// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, type EffectScope } from 'vue'
import { SCREENS, type ScreenKey } from './screens'
import { KEYS } from './keys'
import {
  fullPictureOpen, shortcutListOpen, pressDigit, isTakenBy, useDigitKeys, useDigits, useShortcuts, useShortcutList, useSpaceBar,
} from './shortcuts'

const press = (key: string, more: KeyboardEventInit = {}, on: Element | Window = document.activeElement ?? window) => {
  const e = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more })
  on.dispatchEvent(e)
  return e
}
let scope: EffectScope
beforeEach(() => {
  shortcutListOpen.value = false
  document.body.innerHTML = ''
  scope = effectScope()
})
afterEach(() => scope.stop())
const focusOn = (html: string): Element => {
  document.body.innerHTML = html
  const at = document.body.firstElementChild as HTMLElement
  at.focus()
  return at
}

describe('the table of keys', () => {
  it('no key stands for two things on one screen', () => {
    const shared = (reach: string) => Object.values(KEYS).filter(k => k.reach === reach).map(k => k.key)
    for (const reach of ['board', 'here', 'cut']) expect(new Set(shared(reach)).size).toBe(shared(reach).length)
    for (const reach of ['here', 'cut']) expect(shared(reach).filter(k => (shared('board') as string[]).includes(k))).toEqual([])
    // A tab's key is no other's of its screen, nor the board's; the swatch's leave alone what works on whichever screen answers.
    const tabs = (screen: ScreenKey): { name: keyof typeof KEYS, key: string }[] => {
      const s = SCREENS[screen]
      return 'tabs' in s ? s.tabs.map(t => ({ name: t.key, key: t.press })) : []
    }
    for (const screen of Object.keys(SCREENS) as ScreenKey[]) {
      const keys = tabs(screen).map(t => t.key), taken = screen === 'swatch' ? [...shared('board'), ...shared('here')] : shared('board')
      expect(new Set(keys).size, screen).toBe(keys.length)
      expect(keys.filter(k => (taken as string[]).includes(k)), screen).toEqual([])
      for (const { name, key } of tabs(screen)) expect(KEYS[name], name).toMatchObject({ key, reach: screen })
    }
    // What the cutting takes from the other screens.
    const taken: string[] = [KEYS.fresh.key, KEYS.leave.key, KEYS.take.key]
    expect(shared('cut').filter(k => taken.includes(k))).toEqual([])
  })
  it.each<[string, string, boolean]>([
    ['<input>', 'n', true], ['<textarea></textarea>', ' ', true], ['<input type="range">', 'arrowleft', true],
    ['<button role="combobox"></button>', 'w', false], ['<button role="combobox" aria-expanded="true"></button>', 'w', true],
    ['<button role="combobox"></button>', '4', false], ['<button role="combobox"></button>', 'enter', true],
    ['<button role="combobox"></button>', 'escape', false], ['<button></button>', 'enter', true], ['<button></button>', 'n', false],
    ['<button role="radio"></button>', 'arrowright', true], ['<button role="tab"></button>', 'enter', true],
    ['<button role="radio"></button>', '3', false], ['<a href="#"></a>', 'enter', true], ['<div tabindex="0"></div>', 'enter', false],
    ['<svg role="radiogroup" tabindex="0"></svg>', 'arrowleft', true],
  ])('%s keeps %s for itself: %s', (html, key, taken) => {
    document.body.innerHTML = html
    expect(isTakenBy(document.body.firstElementChild, key)).toBe(taken)
  })
  it('with nothing focused every key is the board\'s', () => {
    expect([isTakenBy(null, 'n'), isTakenBy(document.body, 'enter')]).toEqual([false, false])
  })
})

describe('keys of a screen', () => {
  it('work while it is shown, and are listed', () => {
    const fresh = vi.fn(), find = vi.fn()
    scope.run(() => useShortcuts({ fresh, find }))
    press('n')
    press('/')
    expect([fresh.mock.calls.length, find.mock.calls.length]).toEqual([1, 1])
    expect(useShortcutList().here.value).toEqual(['fresh', 'find'])
    scope.stop()
    press('n')
    expect(fresh).toHaveBeenCalledTimes(1)
    expect(useShortcutList().here.value).toEqual([])
  })
  it('the newest screen has a key that two answer to, and gives it back', () => {
    const under = vi.fn(), over = vi.fn()
    scope.run(() => useShortcuts({ fresh: under }))
    const second = effectScope()
    second.run(() => useShortcuts({ fresh: over }))
    press('n')
    expect([under.mock.calls.length, over.mock.calls.length]).toEqual([0, 1])
    second.stop()
    press('n')
    expect(under).toHaveBeenCalledTimes(1)
  })
  it('are not taken in a text field, nor repeated while held, arrows excepted', () => {
    const fresh = vi.fn(), later = vi.fn()
    scope.run(() => useShortcuts({ fresh, later }))
    press('n', { repeat: true })
    press('ArrowRight', { repeat: true })
    focusOn('<input>')
    press('n')
    press('ArrowRight')
    expect([fresh.mock.calls.length, later.mock.calls.length]).toEqual([0, 1])
  })
  it('rest while the sheet of keys, or a picture with keys of its own, lies over the board', () => {
    const fresh = vi.fn()
    scope.run(() => useShortcuts({ fresh }))
    for (const over of [shortcutListOpen, fullPictureOpen]) {
      over.value = true
      press('n')
      expect(fresh).not.toHaveBeenCalled()
      over.value = false
    }
    press('n')
    expect(fresh).toHaveBeenCalledOnce()
  })
  it('rest under a dialog, digits too, but not beside what merely hangs from a button or goes away', () => {
    const fresh = vi.fn(), stage = vi.fn()
    scope.run(() => {
      useShortcuts({ fresh })
      useDigits({ does: 'Stages', from: 1, upTo: 6, act: stage })
      useDigitKeys()
    })
    const dialog = '<div role="dialog" data-state="open"><button>Close</button></div>'
    const over = [
      dialog, `<div data-reka-popper-content-wrapper>${dialog}</div>`, dialog.replace('open', 'closed'),
      '<div role="dialog" aria-modal="false"></div>',
    ]
    const counts = over.map((html) => {
      document.body.innerHTML = html
      press('n')
      press('3')
      return [fresh.mock.calls.length, stage.mock.calls.length]
    })
    expect(counts).toEqual([[0, 0], [1, 1], [2, 2], [3, 3]])
  })
  it('come before a closed list that would look the letter up', () => {
    const opened = vi.fn(), typeahead = vi.fn()
    scope.run(() => useShortcuts({ window: opened }))
    const list = focusOn('<button role="combobox" aria-expanded="false"></button>')
    list.addEventListener('keydown', typeahead)
    press('m')
    press('M', { shiftKey: true })
    press('m', { ctrlKey: true })
    expect([opened.mock.calls.length, typeahead.mock.calls.length]).toEqual([2, 1])
  })
  it('Escape leaves a form out of its field, but first closes what lies over it', () => {
    const leave = vi.fn()
    scope.run(() => useShortcuts({ leave }))
    const field = focusOn('<input>')
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }))
    expect(leave).toHaveBeenCalledTimes(1)
    document.body.innerHTML = '<div role="listbox"></div>'
    window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }))
    expect(leave).toHaveBeenCalledTimes(1)
  })
})

describe('digits', () => {
  it('belong to the screen that shows numbers, within its range; without one, to the stages', () => {
    const stage = vi.fn(), grade = vi.fn()
    scope.run(() => useDigits({ does: 'Stages', from: 1, upTo: 6, act: stage }))
    pressDigit(3)
    const judging = effectScope()
    judging.run(() => useDigits({ does: 'Grades', from: 0, upTo: 5, act: grade }))
    pressDigit(3)
    pressDigit(0)
    pressDigit(6)
    judging.stop()
    pressDigit(6)
    pressDigit(0)
    expect(stage.mock.calls).toEqual([[3], [6]])
    expect(grade.mock.calls).toEqual([[3], [0]])
  })

  it('are the stages\' where the screen takes only some of them', () => {
    const stage = vi.fn(), answer = vi.fn()
    let asks = true
    scope.run(() => {
      useDigits({ does: 'Stages', from: 1, upTo: 6, act: stage })
      useDigits({ does: 'Answers', from: 0, upTo: 3, takes: n => asks && n <= 2, act: answer })
    })
    expect([2, 0, 3, 5].map(pressDigit)).toEqual([true, true, true, true])
    asks = false
    expect(pressDigit(0)).toBe(false)
    pressDigit(2)
    expect(answer.mock.calls).toEqual([[2], [0]])
    expect(stage.mock.calls).toEqual([[3], [5], [2]])
  })
})

describe('Space', () => {
  const space = (on: Element | Window, type = 'keydown', more: KeyboardEventInit = {}) => {
    const e = new KeyboardEvent(type, { key: ' ', bubbles: true, cancelable: true, ...more })
    on.dispatchEvent(e)
    return e
  }
  it('is the iron whatever has the focus, and no button receives it', async () => {
    const act = vi.fn(), heard = vi.fn()
    scope.run(() => useSpaceBar(() => true, act))
    await nextTick()
    const button = focusOn('<button role="radio"></button>')
    button.addEventListener('keydown', heard)
    button.addEventListener('keyup', heard)
    const down = space(button), up = space(button, 'keyup')
    expect([act.mock.calls.length, heard.mock.calls.length]).toEqual([1, 0])
    expect([down.defaultPrevented, up.defaultPrevented]).toEqual([true, true])
    space(button, 'keydown', { repeat: true })
    expect(act).toHaveBeenCalledTimes(1)
    expect(useShortcutList().board.value).toContain('iron')
  })
  it.each(['<input>', '<input type="number">', '<textarea></textarea>'])('is a space in %s', (html) => {
    const act = vi.fn()
    scope.run(() => useSpaceBar(() => true, act))
    expect(space(focusOn(html)).defaultPrevented).toBe(false)
    expect(act).not.toHaveBeenCalled()
  })
  it('is a slider\'s and a button\'s own where no clock can run', () => {
    const act = vi.fn()
    scope.run(() => useSpaceBar(() => false, act))
    expect(space(focusOn('<button></button>')).defaultPrevented).toBe(false)
    expect(act).not.toHaveBeenCalled()
    expect(useShortcutList().board.value).not.toContain('iron')
  })
})
