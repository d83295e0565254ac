import type { Sequelize } from 'sequelize'
import { initCare } from './care'
import { initFabric } from './fabric'
import { initCut } from './cut'
import { initIron } from './iron'
import { initJob } from './job'
import { initMaking } from './making'
import { initPeople } from './people'
import { initPlace } from './place'
import { initRecords } from './records'
import { initSession } from './session'
import { initScrap } from './scrap'
import { initSetAside } from './set-aside'
import { initSupply } from './supply'
import { initSwatch } from './swatch'
import { initSwatchRecords } from './swatch-records'
import { initWorkroom } from './workroom'

export { CareEventRow } from './care'
export { FabricRow, FabricFibreRow } from './fabric'
export { PressClothRow, IronRow, IronSettingRow } from './iron'
export { CalibrationRow, CornerStepRow, MeasurementRow, PreshrinkPassRow, StockMovementRow, TrimRunRow } from './records'
export { JobPieceRow, LayoutPartRow, LayoutRow, OffcutRow } from './cut'
export { JobFabricRow, JobRow } from './job'
export { JobMakingRow } from './making'
export { AccountRow, AuditRow, DeviceRow, PairingCodeRow, PersonRow, SignInRow } from './people'
export { PieceRow, PlaceRow } from './place'
export { SessionEventRow, SessionOperationRow, PressSessionRow } from './session'
export { ScrapRow } from './scrap'
export { SetAsideRow } from './set-aside'
export { SupplyRow } from './supply'
export { SwatchPlanRow, SwatchPhotoRow, SwatchReadingRow, WashRoundRow } from './swatch-records'
export { SwatchEventRow, SwatchRow } from './swatch'
export { WorkroomRow } from './workroom'

export function initModels(sequelize: Sequelize): void {
  initWorkroom(sequelize)
  initPeople(sequelize)
  initFabric(sequelize)
  initSupply(sequelize)
  initIron(sequelize)
  initSwatchRecords(sequelize)
  initSwatch(sequelize)
  initPlace(sequelize)
  initRecords(sequelize)
  initJob(sequelize)
  initCut(sequelize)
  initScrap(sequelize)
  initMaking(sequelize)
  initSession(sequelize)
  initCare(sequelize)
  initSetAside(sequelize)
}
