import { whatIsBegun } from '../services/beginning'

export default defineOpenRoute({ open: 'before there is a workroom there is nobody to sign in' }, () => whatIsBegun())
