/** A view within a screen. */
export interface ScreenTab<K extends string = string> {
  key: K
  name: string
  /** The key that opens it, while its screen is there. */
  press: string
  /** The component that shows it, where its screen has one for each and nothing else to do with them. */
  panel?: string
  /** Other words by which it is looked for. */
  words: string
  /** Only some jobs need it: it stands behind *More* until one does. */
  seldom?: boolean
  /** On a phone its result is shown, but it is worked on more easily on a larger screen. */
  large?: boolean
}
interface Screen {
  name: string
  to: string
  icon: string
  /** Its key, on the whole board. */
  shortcut?: 'today' | 'shelf' | 'irons' | 'seams' | 'mend' | 'rescue' | 'practice' | 'rules'
  /** What it is for, in one sentence. */
  what: string
  /** Other words by which it is looked for. */
  words: string
  /** Its page of the guide, and the picture that shows it. */
  guide: string
  picture: string
  tabs?: readonly ScreenTab[]
}

/** Every screen of the board: what it is called, what it is for, and by which words it is found. Stages first, in working order. */
export const SCREENS = {
  fabric: {
    name: 'Fabric', to: '/fabric', icon: 'i-lucide-layers', guide: 'fabric', picture: 'fabric',
    what: 'How hot this fabric may be pressed, and why; where you enter, measure and preshrink it.',
    words: 'material textile fibre limit wool cotton silk linen polyester iron heat',
  },
  interfacing: {
    name: 'Interfacing', to: '/interfacing', icon: 'i-lucide-copy-plus', guide: 'interfacing', picture: 'interfacing',
    what: 'Which interfacing from your supplies suits this fabric at this place of the garment.',
    words: 'match fusible stabilizer sew-in collar cuff front stiffness drape hair canvas',
  },
  swatch: {
    name: 'Test swatch', to: '/swatch', icon: 'i-lucide-square-scissors', guide: 'test-swatch', picture: 'swatch',
    what: 'How hot, how moist and how long to press: the recipe, and a scrap to try it on first.',
    words: 'recipe try sample seconds temperature steam dry damp press cloth how long web',
    tabs: [
      { key: 'ways', name: 'Methods', press: 'w', words: 'dry steam mist damp compare recipe' },
      { key: 'window', name: 'Safe window', press: 'm', words: 'temperature seconds map too hot too long', seldom: true, large: true },
      { key: 'plan', name: 'Test plan', press: 'p', words: 'scraps strip which to try', seldom: true },
      { key: 'history', name: 'History', press: 'h', words: 'earlier swatches proved failed wash peel', seldom: true },
    ],
  },
  cut: {
    name: 'Cut', to: '/cut', icon: 'i-lucide-scissors', guide: 'cut', picture: 'layout',
    what: 'The pieces of the job, drawn or taken from a pattern, and how they lie on the roll.',
    words: 'pattern piece layout marker templates metres yards width grain nap',
    tabs: [
      { key: 'pieces', name: 'Pieces', press: 'p', words: 'draw pattern block outline svg' },
      { key: 'layout', name: 'Layout', press: 'l', words: 'roll width marker how much offcut', large: true },
      { key: 'layers', name: 'Layers', press: 'w', words: 'mats bags foam web six placemats', seldom: true },
      { key: 'braid', name: 'Trim', press: 'b', words: 'braid ribbon piping corner preshrink', seldom: true },
    ],
  },
  press: {
    name: 'Press', to: '/press', icon: 'i-lucide-arrow-down-to-line', guide: 'press', picture: 'session',
    what: 'Where to set the iron down, in which order, and the clock that runs while you press.',
    words: 'iron fuse clock session order positions steps',
    tabs: [
      { key: 'setdowns', name: 'Positions', press: 'p', words: 'where to set the iron down overlap' },
      { key: 'order', name: 'Plan', press: 'l', words: 'order sequence steps all pieces' },
      { key: 'session', name: 'Session', press: 'g', words: 'clock now press begin' },
      { key: 'after', name: 'Results', press: 'f', words: 'edges held lifted report' },
    ],
  },
  care: {
    name: 'Care', to: '/care', icon: 'i-lucide-droplets', guide: 'care', picture: 'care',
    what: 'How the finished garment may be washed, dried and ironed, and how it came back.',
    words: 'wash temperature limit dryer dry clean label card laundry',
    tabs: [
      { key: 'limits', name: 'Limits', press: 'w', words: 'wash limit of a dress how hot dryer' },
      { key: 'card', name: 'Care card', press: 'p', words: 'print wearer label share' },
      { key: 'log', name: 'Wear and wash log', press: 'b', words: 'came back peeled bubbled after washing' },
    ],
  },
  today: {
    name: 'Today', to: '/today', icon: 'i-lucide-calendar-days', shortcut: 'today', guide: '', picture: 'today',
    what: 'Your jobs, the most urgent first, each with its next step.', words: 'jobs orders customers due home start',
  },
  supplies: {
    name: 'Supplies', to: '/supplies', icon: 'i-lucide-archive', shortcut: 'shelf', guide: 'workroom#supplies', picture: 'supplies',
    what: 'What lies on your shelf, with its maker\'s instructions and how much is left.',
    words: 'interfacing stabilizer web tape stock lot maker instructions shelf price',
  },
  irons: {
    name: 'Irons', to: '/irons', icon: 'i-lucide-thermometer', shortcut: 'irons', guide: 'workroom#irons', picture: 'irons',
    what: 'How hot each dial setting of your irons really gets.',
    words: 'calibrate probe thermometer dial temperature soleplate descale clean',
  },
  seams: {
    name: 'Seams & hems', to: '/seams', icon: 'i-lucide-scissors-line-dashed', shortcut: 'seams', guide: 'seams-and-hems', picture: 'hem',
    what: 'Pressing while you sew: seams, hems, patchwork, strips, and fabric before it is cut.', words: 'sewing pressing dart pleat',
    tabs: [
      {
        key: 'seamDetail', name: 'Seams and details', press: 'f', panel: 'SeamDetailPanel',
        words: 'seam open dart pleat sleeve head busted',
      },
      { key: 'patchwork', name: 'Patchwork', press: 'g', panel: 'PatchworkPanel', words: 'quilt blocks nest seams quilting', large: true },
      { key: 'hem', name: 'Hems', press: 'h', panel: 'HemPanel', words: 'hem tape turn up fallen hem trousers skirt lining' },
      { key: 'strips', name: 'Strips, binding, wadding', press: 'b', panel: 'StripsPanel', words: 'bias binding batting strips join' },
      { key: 'before', name: 'Prepare fabric', press: 'c', panel: 'PreparePanel', words: 'preshrink straighten creases before cutting' },
    ],
  },
  mend: {
    name: 'Mend & add', to: '/mend', icon: 'i-lucide-bandage', shortcut: 'mend', guide: 'mend-and-add', picture: 'mend',
    what: 'Patches over holes, and whatever is put on: badges, transfers, letters, labels, appliqué, embroidery.',
    words: 'repair patch hole tear',
    tabs: [
      { key: 'hole', name: 'Mend a hole', press: 'p', panel: 'MendHolePanel', words: 'patch tear scrap darn picture of a scrap' },
      { key: 'badge', name: 'Badges and patches', press: 'm', panel: 'BadgePanel', words: 'badge emblem iron-on patch' },
      { key: 'transfer', name: 'Iron-on transfers', press: 'f', panel: 'TransferPanel', words: 'film print heat transfer' },
      {
        key: 'lettering', name: 'Lettering', press: 'l', panel: 'LetteringPanel',
        words: 'letters vinyl flex flock numbers lifting corner',
      },
      { key: 'labels', name: 'Name labels', press: 'b', panel: 'NameLabelsPanel', words: 'label sheet print names tags' },
      { key: 'applique', name: 'Appliqué', press: 'a', panel: 'AppliquePanel', words: 'applique shapes banner web mirrored' },
      { key: 'embroidery', name: 'Embroidery', press: 'c', panel: 'EmbroideryPanel', words: 'hoop stabilizer stitch crest pucker' },
    ],
  },
  fix: {
    name: 'Fix a problem', to: '/fix', icon: 'i-lucide-life-buoy', shortcut: 'rescue', guide: 'fix-and-practice', picture: 'fix',
    what: 'Say what you see, and learn why it happened and what can be done now.',
    words: 'bubbles peel shine strike-through scorch adhesive stuck lifting after a wash help wrong',
  },
  practice: {
    name: 'Practice', to: '/practice', icon: 'i-lucide-graduation-cap', shortcut: 'practice', guide: 'fix-and-practice#practice',
    picture: 'practice', what: 'Exercises with the iron and the clock; nothing of them is kept as work.', words: 'learn train exercise',
  },
  rules: {
    name: 'House rules', to: '/rules', icon: 'i-lucide-scroll-text', shortcut: 'rules', guide: 'workroom#house-rules', picture: 'rules',
    what: 'How this workroom does things: units, words, simple or full screens, and how cautious we are.',
    words: 'settings preferences units inches fahrenheit region currency options simple full',
  },
  io: {
    name: 'Import, export', to: '/import-export', icon: 'i-lucide-arrow-left-right', guide: 'workroom#import-and-export',
    picture: 'import-export',
    what: 'Everything out, and in again: archives, tables, backups.', words: 'backup restore csv archive file save copy',
  },
  people: {
    name: 'People and devices', to: '/people', icon: 'i-lucide-users', guide: 'workroom#people-and-devices', picture: 'people',
    what: 'Who works here, what each may do, and which tablets are paired with the board.',
    words: 'sign in passphrase pin tablet pair apprentice owner account',
  },
} as const satisfies Record<string, Screen>
export type ScreenKey = keyof typeof SCREENS

/** The drawers, in their order. Stages stand on the tape; the fabrics are a drawer too. */
export const DRAWERS = [
  SCREENS.today, { ...SCREENS.fabric, name: 'Fabrics' }, SCREENS.supplies, SCREENS.irons, SCREENS.seams, SCREENS.mend, SCREENS.fix,
  SCREENS.practice, SCREENS.rules, SCREENS.io,
]
const KEYS_OF_SCREENS = Object.keys(SCREENS) as ScreenKey[]
/** The screen at an address; the one with the longest address that fits. */
export const screenAt = (path: string): (Screen & { key: ScreenKey }) | null => {
  const key = KEYS_OF_SCREENS.filter(k => path === SCREENS[k].to || path.startsWith(`${SCREENS[k].to}/`))
    .sort((a, b) => SCREENS[b].to.length - SCREENS[a].to.length)[0]
  return key ? { ...SCREENS[key], key } : null
}
export type Tabbed = { [K in ScreenKey]: (typeof SCREENS)[K] extends { tabs: unknown } ? K : never }[ScreenKey]
export type TabOf<K extends Tabbed> = (typeof SCREENS)[K]['tabs'][number]['key']
