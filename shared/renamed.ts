/**
 * The names that stored things had until 2026-11-29, and what they are called since: for workroom files and browsers that were
 * written before. Frozen: what is renamed later gets a list of its own.
 */
export const RENAMED_KEYS: Readonly<Record<string, string>> = {
  cloths: 'fabrics', clothFibres: 'fabricFibres', settlePasses: 'preshrinkPasses', settle: 'preshrinkPasses', ironStops: 'ironSettings',
  stops: 'settings', covers: 'pressCloths', jobCloths: 'jobFabrics', lays: 'layouts', layParts: 'layoutParts',
  runOperations: 'sessionOperations', runEvents: 'sessionEvents', trials: 'swatches', trialEvents: 'swatchEvents',
  trialReadings: 'swatchReadings', workshop: 'workroom', workshopId: 'workroomId', cloth: 'fabric', clothId: 'fabricId',
  clothIds: 'fabricIds', clothLot: 'fabricLot', clothMm: 'fabricMm', clothName: 'fabricName', cover: 'pressCloth',
  coverId: 'pressClothId', coverName: 'pressClothName', coverWaterGsm: 'pressClothWaterGsm', trial: 'swatch', trialId: 'swatchId',
  bed: 'surface', resin: 'adhesive', resinGsm: 'adhesiveGsm', resinOrigin: 'adhesiveOrigin', leaflet: 'instructions', stop: 'setting',
  stopLabel: 'settingLabel', stopMeanC: 'settingMeanC', stopSwingC: 'settingSwingC', backingId: 'interfacingId', layId: 'layoutId',
  runId: 'sessionId', work: 'spec', print: 'placement', prints: 'placements', hand: 'stiffness', feature: 'seamDetail',
}
/** Codes that are no word of any language: renamed wherever they stand alone. */
export const RENAMED_CODES: Readonly<Record<string, string>> = {
  resinFace: 'adhesiveFace', resinSole: 'adhesiveSole', resinBoard: 'adhesiveBoard', openCloth: 'openFabric',
  backingHeavy: 'interfacingHeavy', liftResin: 'liftAdhesive', resinSide: 'adhesiveSide', crestGround: 'embroideryGround',
}
/** Codes that are words too: renamed only where a code is meant, never in what someone wrote. */
export const RENAMED_WORDS: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  kind: {
    settle: 'preshrink', motif: 'badge', crest: 'embroidery', patch: 'hole', grid: 'patchwork', feature: 'seamDetail', stop: 'setting',
    run: 'session', back: 'undo', over: 'takeOver', out: 'skip',
  },
  origin: { proved: 'tested', model: 'estimate' },
  massOrigin: { proved: 'tested', model: 'estimate' },
  thicknessOrigin: { proved: 'tested', model: 'estimate' },
  adhesiveOrigin: { proved: 'tested', model: 'estimate' },
  role: { backing: 'interfacing' },
  how: { feature: 'seamDetail', backing: 'interfacing' },
  entity: {
    cloths: 'fabrics', clothFibres: 'fabricFibres', settlePasses: 'preshrinkPasses', ironStops: 'ironSettings', covers: 'pressCloths',
    jobCloths: 'jobFabrics', lays: 'layouts', layParts: 'layoutParts', runs: 'sessions', runOperations: 'sessionOperations',
    runEvents: 'sessionEvents', trials: 'swatches', trialEvents: 'swatchEvents', trialReadings: 'swatchReadings',
  },
}
/** Ids of what is done in a session are made of what it is. */
export const RENAMED_IDS: readonly (readonly [RegExp, string])[] = [
  [/^settle\.(?=[0-9a-f-]{36}$)/, 'preshrink.'], [/(?<=^[0-9a-f-]{36}\.[^.]*)\.backing$/, '.interfacing'],
  [/(?<=^[0-9a-f-]{36}\.)motif(?=\d+$)/, 'badge'],
]

const runsIn = (parent: string): string =>
  parent === 'rows' ? 'sessions' : parent === 'work' || parent === 'spec' ? 'stretches' : 'trimRuns'
const ofKey = (key: string, parent: string): string =>
  key === 'runs' ? runsIn(parent) : Object.hasOwn(RENAMED_KEYS, key) ? RENAMED_KEYS[key]! : key

function ofText(text: string, key: string): string {
  if (Object.hasOwn(RENAMED_CODES, text)) return RENAMED_CODES[text]!
  const words = Object.hasOwn(RENAMED_WORDS, key) ? RENAMED_WORDS[key]! : null
  if (words && Object.hasOwn(words, text)) return words[text]!
  return RENAMED_IDS.reduce((id, [from, to]) => id.replace(from, to), text)
}

/**
 * Something stored, with today's names: its keys, and the codes in it; what people wrote stays as it is.
 * @param value plain data, as JSON has it
 * @param key it is stored under
 */
export function renamed(value: unknown, key = '', parent = ''): unknown {
  if (typeof value === 'string') return ofText(value, key)
  if (Array.isArray(value)) return value.map(v => renamed(v, key, parent))
  if (value === null || typeof value !== 'object' || Object.getPrototypeOf(value) !== Object.prototype) return value
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [ofKey(k, key || parent), renamed(v, k, key)]))
}
