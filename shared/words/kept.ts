import type { EntityName, Unreadable } from '../schemas'

/** What one row of each entity is called. */
export const ONE_OF: Record<EntityName, string> = {
  people: 'person',
  fabrics: 'fabric',
  fabricFibres: 'fibre share',
  measurements: 'measurement',
  preshrinkPasses: 'preshrinking pass',
  cornerSteps: 'corner test',
  supplies: 'supply',
  stockMovements: 'stock movement',
  trimRuns: 'preshrunk length',
  irons: 'iron',
  ironSettings: 'dial setting',
  calibrations: 'calibration',
  pressCloths: 'press cloth',
  places: 'place',
  pieces: 'piece',
  jobs: 'job',
  jobFabrics: 'fabric of a job',
  jobPieces: 'piece of a job',
  scraps: 'scrap',
  jobMakings: 'work of a job',
  careEvents: 'entry of a wear log',
  offcuts: 'offcut',
  layouts: 'layout',
  layoutParts: 'part of a layout',
  sessions: 'pressing session',
  sessionOperations: 'step of a pressing session',
  sessionEvents: 'event of a pressing session',
  plans: 'test plan',
  swatches: 'test swatch',
  swatchEvents: 'press event',
  swatchReadings: 'reading',
  washes: 'wash',
  photos: 'picture',
  setAside: 'row set aside',
}

/** A row that cannot be read, for a person. */
export const unreadableSentence = ({ entity, name, id, why }: Unreadable): string => {
  const [field = '', ...said] = why.split(': '), one = ONE_OF[entity]
  const which = `${one[0]!.toUpperCase()}${one.slice(1)} ${name ? `"${name}"` : id}`
  return `${which}: its ${field} cannot be read (${said.join(': ').replace(/\.$/, '')}).`
}
export const unreadableCount = (n: number): string =>
  (n === 1 ? 'One thing that is kept here cannot be read.' : `${n} things that are kept here cannot be read.`)
export const unreadableWithin = (n: number): string =>
  (n === 1
    ? 'One row in it cannot be read. It comes in unchanged, and can be set aside then.'
    : `${n} rows in it cannot be read. They come in unchanged, and can be set aside then.`)
