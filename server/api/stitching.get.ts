import { stitchResults } from '../services/makings'

export default defineRoute({}, ({ context }) => stitchResults(context))
