import type { EntityName, Unreadable } from '../schemas'

/** What one row of each entity is called. */
export const ONE_OF: Record<EntityName, string> = {
  cloths: 'cloth',
  clothFibres: 'fibre share',
  measurements: 'measurement',
  settlePasses: 'settling pass',
  cornerSteps: 'corner test',
  supplies: 'supply',
  stockMovements: 'stock movement',
  trimRuns: 'settled run',
  irons: 'iron',
  ironStops: 'dial stop',
  calibrations: 'calibration',
  covers: 'cover',
  places: 'place',
  pieces: 'piece',
  jobs: 'job',
  jobCloths: 'cloth of a job',
  jobPieces: 'piece of a job',
  scraps: 'scrap',
  jobMakings: 'making of a job',
  careEvents: 'look at a garment',
  offcuts: 'offcut',
  lays: 'lay',
  layParts: 'part of a lay',
  runs: 'run',
  runOperations: 'operation of a run',
  runEvents: 'event of a run',
  plans: 'plan of scraps',
  trials: 'swatch',
  trialEvents: 'press event',
  trialReadings: 'reading',
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
