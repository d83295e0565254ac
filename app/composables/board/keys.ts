import { SCREENS, type Tabbed, type TabOf } from './screens'

/** Where a key works: all over the board, on whichever screen answers to it, or on one screen alone. */
export type Reach = 'board' | 'here' | Tabbed
interface Key {
  /** As the browser names it, in small letters. */
  key: string
  /** As it stands on the board. */
  shown: string
  does: string
  reach: Reach
}

/** Keys that open no tab. */
const OTHERS = {
  keys: { key: '?', shown: '?', does: 'This list of shortcuts', reach: 'board' },
  iron: { key: ' ', shown: 'Space', does: 'The iron: down, lift, turned, cold', reach: 'board' },
  today: { key: 't', shown: 'T', does: 'Today\'s jobs', reach: 'board' },
  shelf: { key: 's', shown: 'S', does: 'Supplies', reach: 'board' },
  irons: { key: 'i', shown: 'I', does: 'The irons', reach: 'board' },
  seams: { key: 'z', shown: 'Z', does: 'Seams and hems', reach: 'board' },
  mend: { key: ',', shown: ',', does: 'Mend and add', reach: 'board' },
  rules: { key: 'r', shown: 'R', does: 'House rules', reach: 'board' },
  rescue: { key: '.', shown: '.', does: 'Fix a problem', reach: 'board' },
  practice: { key: ';', shown: ';', does: 'Practice', reach: 'board' },
  voice: { key: 'v', shown: 'V', does: 'Steps read aloud: on, off', reach: 'board' },
  fresh: { key: 'n', shown: 'N', does: 'New', reach: 'here' },
  change: { key: 'e', shown: 'E', does: 'Edit', reach: 'here' },
  find: { key: '/', shown: '/', does: 'Find', reach: 'here' },
  leave: { key: 'escape', shown: 'Esc', does: 'Close the form (draft kept)', reach: 'here' },
  take: { key: 'enter', shown: 'Enter', does: 'Take the first suggestion', reach: 'here' },
  earlier: { key: 'arrowleft', shown: '←', does: 'Half a second earlier', reach: 'here' },
  later: { key: 'arrowright', shown: '→', does: 'Half a second later', reach: 'here' },
  older: { key: 'arrowdown', shown: '↓', does: 'The swatch before', reach: 'here' },
  newer: { key: 'arrowup', shown: '↑', does: 'The swatch after', reach: 'here' },
  interrupt: { key: 'x', shown: 'X', does: 'Interrupted: lift; Space continues', reach: 'here' },
  keep: { key: 'k', shown: 'K', does: 'Save swatch', reach: 'here' },
  again: { key: 'a', shown: 'A', does: 'Press it again', reach: 'here' },
  undo: { key: 'u', shown: 'U', does: 'Undo', reach: 'cut' },
  redo: { key: 'y', shown: 'Y', does: 'Redo', reach: 'cut' },
  copy: { key: 'c', shown: 'C', does: 'Copy this piece', reach: 'cut' },
  mirror: { key: 'f', shown: 'F', does: 'Mirror this piece', reach: 'cut' },
  nextOne: { key: 'j', shown: 'J', does: 'The next piece or part', reach: 'cut' },
  turn: { key: 'q', shown: 'Q', does: 'Turn the part (grain kept)', reach: 'cut' },
  pin: { key: 'o', shown: 'O', does: 'Pin or unpin the part', reach: 'cut' },
  left: { key: 'arrowleft', shown: '←', does: 'Nudge the part back', reach: 'cut' },
  right: { key: 'arrowright', shown: '→', does: 'Nudge the part along', reach: 'cut' },
  up: { key: 'arrowup', shown: '↑', does: 'Nudge the part to the selvedge', reach: 'cut' },
  down: { key: 'arrowdown', shown: '↓', does: 'Nudge the part from the selvedge', reach: 'cut' },
  clock: { key: 'c', shown: 'C', does: 'The test swatch', reach: 'press' },
  takeBack: { key: 'backspace', shown: 'Backspace', does: 'Undo', reach: 'press' },
  aside: { key: 'x', shown: 'X', does: 'Set this piece aside', reach: 'press' },
  another: { key: 'j', shown: 'J', does: 'Add a piece', reach: 'press' },
  holds: { key: 'h', shown: 'H', does: 'The edge of the cold piece holds', reach: 'press' },
  nail: { key: 'n', shown: 'N', does: 'A nail starts it', reach: 'press' },
  lifts: { key: 'e', shown: 'E', does: 'It lifts, at the places marked', reach: 'press' },
  over: { key: 'o', shown: 'O', does: 'Take it over from the other board', reach: 'press' },
  begin: { key: 'enter', shown: 'Enter', does: 'Begin session', reach: 'press' },
  nextSeamDetail: { key: 'j', shown: 'J', does: 'The next seam or detail', reach: 'seams' },
  nextSeam: { key: 'j', shown: 'J', does: 'The next seam, as they are pressed', reach: 'seams' },
  turnSeam: { key: 'q', shown: 'Q', does: 'Turn this seam by hand', reach: 'seams' },
  letSeam: { key: 'u', shown: 'U', does: 'Back to the suggestion', reach: 'seams' },
  dial: { key: 'd', shown: 'D', does: 'Turn the dial to the recipe\'s setting', reach: 'here' },
} as const satisfies Record<string, Key>

type TabKeys = { [S in Tabbed]: Record<TabOf<S>, Key> }[Tabbed]
type AllOf<U> = (U extends unknown ? (of: U) => void : never) extends (of: infer I) => void ? I : never
/** Each tab is opened by its own, named after it. */
const TABS = Object.fromEntries(Object.entries(SCREENS).flatMap(([screen, s]) => ('tabs' in s ? s.tabs : []).map((t): [string, Key] =>
  [t.key, { key: t.press, shown: t.press.toUpperCase(), does: t.name, reach: screen as Tabbed }]))) as AllOf<TabKeys>

/** Every key of the board: what is registered, shown beside a control and listed on **?** is read from here. */
export const KEYS = { ...TABS, ...OTHERS }
export type KeyName = keyof typeof KEYS
