import type { Migration } from '../migration'
import { cut } from './2026-11-27-cut'
import { run } from './2026-11-27-run'
import { making } from './2026-11-27-making'
import { mend } from './2026-11-27-mend'
import { care } from './2026-11-27-care'
import { sound } from './2026-11-28-sound'
import { firstBoard } from './2026-11-24-first-board'
import { knowWhatYouHave } from './2026-11-24-know-what-you-have'
import { jobs } from './2026-11-25-jobs'
import { leafletCounts } from './2026-11-25-leaflet-counts'
import { match } from './2026-11-25-match'
import { nothingLost } from './2026-11-25-nothing-lost'
import { oneWorkroom } from './2026-11-25-one-workroom'
import { names } from './2026-11-29-names'
import { codes } from './2026-11-29-codes'
import { half } from './2026-11-29-half'
import { own } from './2026-11-29-own'
import { labelPicture } from './2026-11-30-label-picture'
import { openKinds } from './2026-11-30-open-kinds'
import { people } from './2026-11-30-people'
import { phases } from './2026-11-30-phases'
import { serialSeen } from './2026-11-30-serial-seen'
import { swatchBench } from './2026-11-25-swatch-bench'

/** All migrations, in the order in which they go up. */
export const MIGRATIONS: Migration[] = [
  firstBoard, knowWhatYouHave, match, swatchBench, leafletCounts, jobs, oneWorkroom, nothingLost, cut, run, making, mend, care, sound,
  names, codes, half, own, people, serialSeen, labelPicture, openKinds, phases,
]
