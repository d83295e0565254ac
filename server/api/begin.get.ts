import { whatIsBegun } from '../services/beginning'

export default defineOpenRoute({}, () => whatIsBegun())
