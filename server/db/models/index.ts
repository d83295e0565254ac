import type { Sequelize } from 'sequelize'
import { initCare } from './care'
import { initCloth } from './cloth'
import { initCut } from './cut'
import { initIron } from './iron'
import { initJob } from './job'
import { initMaking } from './making'
import { initPlace } from './place'
import { initRecords } from './records'
import { initRun } from './run'
import { initScrap } from './scrap'
import { initSetAside } from './set-aside'
import { initSupply } from './supply'
import { initSwatch } from './swatch'
import { initTrial } from './trial'
import { initWorkshop } from './workshop'

export { CareEventRow } from './care'
export { ClothRow, ClothFibreRow } from './cloth'
export { CoverRow, IronRow, IronStopRow } from './iron'
export { CalibrationRow, CornerStepRow, MeasurementRow, SettlePassRow, StockMovementRow, TrimRunRow } from './records'
export { JobPieceRow, LayPartRow, LayRow, OffcutRow } from './cut'
export { JobClothRow, JobRow } from './job'
export { JobMakingRow } from './making'
export { PieceRow, PlaceRow } from './place'
export { RunEventRow, RunOperationRow, RunRow } from './run'
export { ScrapRow } from './scrap'
export { SetAsideRow } from './set-aside'
export { SupplyRow } from './supply'
export { SwatchPlanRow, TrialPhotoRow, TrialReadingRow, WashRoundRow } from './swatch'
export { TrialEventRow, TrialRow } from './trial'
export { WorkshopRow } from './workshop'

export function initModels(sequelize: Sequelize): void {
  initWorkshop(sequelize)
  initCloth(sequelize)
  initSupply(sequelize)
  initIron(sequelize)
  initTrial(sequelize)
  initSwatch(sequelize)
  initPlace(sequelize)
  initRecords(sequelize)
  initJob(sequelize)
  initCut(sequelize)
  initScrap(sequelize)
  initMaking(sequelize)
  initRun(sequelize)
  initCare(sequelize)
  initSetAside(sequelize)
}
