// The board for the other devices of the house: over TLS, with an authority of one's own that is made once.
import { X509Certificate } from 'node:crypto'
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { hostname, networkInterfaces } from 'node:os'
import { join } from 'node:path'
import { generate } from 'selfsigned'

const DAY_MS = 86_400_000
/** Browsers take no certificate that lives longer; the authority itself is trusted by hand, and lives longer. */
const LIVES_DAYS = 397, AUTHORITY_LIVES_DAYS = 3650
/** So many days before it runs out it is made anew. */
const RENEWED_DAYS = 30

/** The names under which this machine is found in the house: its own, and its addresses. */
export function houseNames(interfaces = networkInterfaces(), name = hostname()) {
  const addresses = Object.values(interfaces).flat().filter(a => a && !a.internal && a.family === 'IPv4').map(a => a.address)
  const own = name.toLowerCase().replace(/\.local$/, '')
  return { hosts: [...new Set([...(/^[a-z0-9.-]+$/.test(own) ? [own, `${own}.local`] : []), 'localhost'])], addresses }
}

const put = (file, text) => {
  writeFileSync(file, text, { mode: 0o600 })
  chmodSync(file, 0o600)
}
const alternatives = ({ hosts, addresses }) => [
  ...hosts.map(value => ({ type: 2, value })), ...[...addresses, '127.0.0.1'].map(ip => ({ type: 7, ip })),
]

/** Is this certificate one of this authority, for all of these names, and good for a while? */
export function isGood(pem, authorityPem, { hosts, addresses }, nowMs = Date.now()) {
  try {
    const cert = new X509Certificate(pem), authority = new X509Certificate(authorityPem)
    const left = (Date.parse(cert.validTo) - nowMs) / DAY_MS
    return left > RENEWED_DAYS && Date.parse(cert.validFrom) <= nowMs && cert.verify(authority.publicKey)
      && hosts.every(h => cert.checkHost(h) !== undefined) && addresses.every(a => cert.checkIP(a) !== undefined)
  } catch {
    return false
  }
}

/**
 * The certificate by which this machine is known in the house, made or renewed where it has to be.
 * @param folder where the authority and the keys lie, for their owner alone
 */
export async function houseCertificate(folder, names = houseNames(), nowMs = Date.now()) {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const at = name => join(folder, name)
  const days = n => ({ notBeforeDate: new Date(nowMs - DAY_MS), notAfterDate: new Date(nowMs + n * DAY_MS) })
  const authorityEnds = existsSync(at('authority.crt')) ? Date.parse(new X509Certificate(readFileSync(at('authority.crt'))).validTo) : 0
  if (authorityEnds < nowMs + LIVES_DAYS * DAY_MS) {
    const made = await generate([{ name: 'commonName', value: `Ready Cuff, ${hostname()}` }], {
      keyType: 'ec', algorithm: 'sha256', ...days(AUTHORITY_LIVES_DAYS),
      extensions: [
        { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
        { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
      ],
    })
    put(at('authority.key'), made.private)
    put(at('authority.crt'), made.cert)
  }
  const authority = { key: readFileSync(at('authority.key'), 'utf8'), cert: readFileSync(at('authority.crt'), 'utf8') }
  if (!existsSync(at('server.crt')) || !isGood(readFileSync(at('server.crt')), authority.cert, names, nowMs)) {
    const made = await generate([{ name: 'commonName', value: names.hosts[0] }], {
      keyType: 'ec', algorithm: 'sha256', ...days(LIVES_DAYS), ca: authority,
      extensions: [
        { name: 'basicConstraints', cA: false, critical: true },
        { name: 'keyUsage', digitalSignature: true, critical: true },
        { name: 'extKeyUsage', serverAuth: true },
        { name: 'subjectAltName', altNames: alternatives(names) },
      ],
    })
    put(at('server.key'), made.private)
    put(at('server.crt'), made.cert)
  }
  const cert = readFileSync(at('server.crt'), 'utf8')
  return {
    cert, key: readFileSync(at('server.key'), 'utf8'), authority: authority.cert, authorityFile: at('authority.crt'),
    fingerprint: new X509Certificate(authority.cert).fingerprint256, until: new X509Certificate(cert).validTo,
  }
}
