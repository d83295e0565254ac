import { stitchResults } from '../services/makings'

export default defineRoute({ may: 'read' }, ({ context }) => stitchResults(context))
