import { readFile } from 'node:fs/promises'
import { notFound } from '../utils/problem'

/** The certificate of the authority by which this board is known in the house, for a device to install. It is no secret. */
export default defineOpenRoute({ open: 'a device installs it before it trusts the board, and before anyone signs in' },
  async ({ event }) => {
    const file = process.env.READY_CUFF_AUTHORITY
    if (!file) throw notFound('authority')
    setResponseHeaders(event, {
      'content-type': 'application/x-x509-ca-cert', 'content-disposition': 'attachment; filename="ready-cuff-authority.crt"',
    })
    return readFile(file)
  })
