/** A drawing as the parser hands it over: entities with the fields of their kind, coordinates in the drawing's own unit. */
export interface DxfEntity {
  type: string
  layer?: string
  x?: number
  y?: number
  closed?: boolean
  vertices?: { x?: number, y?: number, bulge?: number }[]
  /** LINE. */
  start?: { x: number, y: number }
  end?: { x: number, y: number }
  /** ARC and CIRCLE; angles in radians. */
  r?: number
  startAngle?: number
  endAngle?: number
  /** ELLIPSE: its longer half as a vector, and how much of it the shorter one is. */
  majorX?: number
  majorY?: number
  axisRatio?: number
  /** SPLINE. */
  controlPoints?: { x: number, y: number }[]
  knots?: number[]
  weights?: number[]
  degree?: number
  /** TEXT and its kind. */
  string?: string
  text?: { string?: string }
  /** INSERT. */
  block?: string
  scaleX?: number
  scaleY?: number
  rotation?: number
  columnCount?: number
  rowCount?: number
  columnSpacing?: number
  rowSpacing?: number
  extrusionZ?: number
  paperSpace?: number
  visible?: boolean
}
export interface DxfBlock {
  name?: string
  x?: number
  y?: number
  entities?: DxfEntity[]
}
export interface DxfFile {
  header: { insUnits?: number, measurement?: number }
  blocks: DxfBlock[]
  entities: DxfEntity[]
}
