/** What we use of the parser: its own parts, so that its drawing and command line stay out of the browser. */
declare module 'dxf/lib/parseString.js' {
  import type { DxfFile } from '#shared/dxf/parsed'

  const parse: { default: (text: string) => DxfFile } | ((text: string) => DxfFile)
  export default parse
}
declare module 'dxf/lib/entityToPolyline.js' {
  export function interpolateBSpline(
    points: readonly { x: number, y: number }[], degree: number, knots: readonly number[], perSpan: number, weights?: readonly number[],
  ): [number, number][]
}
