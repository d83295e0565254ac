import type { QueryInterface, Sequelize } from 'sequelize'
import { SequelizeStorage, Umzug } from 'umzug'
import type { Migration } from './migration'
import { cut } from './migrations/2026-11-27-cut'
import { run } from './migrations/2026-11-27-run'
import { making } from './migrations/2026-11-27-making'
import { mend } from './migrations/2026-11-27-mend'
import { care } from './migrations/2026-11-27-care'
import { sound } from './migrations/2026-11-28-sound'
import { firstBoard } from './migrations/2026-11-24-first-board'
import { knowWhatYouHave } from './migrations/2026-11-24-know-what-you-have'
import { jobs } from './migrations/2026-11-25-jobs'
import { leafletCounts } from './migrations/2026-11-25-leaflet-counts'
import { match } from './migrations/2026-11-25-match'
import { nothingLost } from './migrations/2026-11-25-nothing-lost'
import { oneWorkroom } from './migrations/2026-11-25-one-workroom'
import { names } from './migrations/2026-11-29-names'
import { codes } from './migrations/2026-11-29-codes'
import { half } from './migrations/2026-11-29-half'
import { own } from './migrations/2026-11-29-own'
import { labelPicture } from './migrations/2026-11-30-label-picture'
import { openKinds } from './migrations/2026-11-30-open-kinds'
import { people } from './migrations/2026-11-30-people'
import { phases } from './migrations/2026-11-30-phases'
import { serialSeen } from './migrations/2026-11-30-serial-seen'
import { swatchBench } from './migrations/2026-11-25-swatch-bench'

const MIGRATIONS: Migration[] = [
  firstBoard, knowWhatYouHave, match, swatchBench, leafletCounts, jobs, oneWorkroom, nothingLost, cut, run, making, mend, care, sound,
  names, codes, half, own, people, serialSeen, labelPicture, openKinds, phases,
]

export const umzug = (sequelize: Sequelize): Umzug<QueryInterface> => new Umzug({
  migrations: MIGRATIONS.map(m => ({
    name: m.name,
    up: () => sequelize.transaction(transaction => m.up({ query: sql => sequelize.query(sql, { transaction }) })),
    down: () => sequelize.transaction(transaction => m.down({ query: sql => sequelize.query(sql, { transaction }) })),
  })),
  context: sequelize.getQueryInterface(),
  storage: new SequelizeStorage({ sequelize, tableName: 'migration' }),
  logger: undefined,
})
