/**
 * Measuring at home, each reading worked out and repeats kept apart: kitchen scale, folded stack, ruler, table edge.
 * Readings are in g, mm and degrees.
 */
export { massGsmFrom, thicknessMmFrom, givePctFrom, spreadOf } from './measure'
