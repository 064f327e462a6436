// The certificate package finds its parts by it.
import 'reflect-metadata'
import type { webcrypto } from 'node:crypto'
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises'
import { isIP } from 'node:net'
import { join } from 'node:path'
import {
  AuthorityKeyIdentifierExtension,
  BasicConstraintsExtension,
  ExtendedKeyUsage,
  ExtendedKeyUsageExtension,
  KeyUsageFlags,
  KeyUsagesExtension,
  PemConverter,
  SubjectAlternativeNameExtension,
  SubjectKeyIdentifierExtension,
  X509Certificate,
  X509CertificateGenerator,
} from '@peculiar/x509'
import { DAY_MS } from '../../core/time/durations.ts'
const ALGORITHM = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' } as const
const AUTHORITY_DAYS = 3650
/** Phones take no longer ones. */
const CERTIFICATE_DAYS = 397
const RENEW_DAYS = 30
/** Clocks of phones may be a little behind. */
const BACKDATED_MS = DAY_MS
/** For this machine's user alone. */
const CLOSED_FOLDER = 0o700
const CLOSED_FILE = 0o600

/** What a server of the house shows, and what phones trust. PEM. */
export interface HomeKeys {
  authority: string
  certificate: string
  key: string
}

interface Pair {
  certificate: X509Certificate
  key: webcrypto.CryptoKey
  pem: { certificate: string; key: string }
}

/**
 * The certificate of this machine in its house, by an authority of its own: made at the first start, made anew a month
 * before it ends, or when the machine has other names or numbers. The authority stays, so that phones trust it once.
 * @param folder - outside of the program's own; only this machine's user may read it
 * @param names - names and numbers by which the machine is called
 */
export async function homeKeys(folder: string, names: readonly string[], nowMs: number): Promise<HomeKeys> {
  await mkdir(folder, { recursive: true, mode: CLOSED_FOLDER })
  const kept = await read(folder, 'authority')
  const authority =
    kept && isGood(kept, nowMs) ? kept : await keep(folder, 'authority', await newAuthority(nowMs))
  const before = await read(folder, 'server')
  const stays =
    before !== null &&
    isGood(before, nowMs) &&
    sameNames(before.certificate, names) &&
    (await before.certificate.verify({ publicKey: authority.certificate.publicKey, date: new Date(nowMs) }))
  const server = stays ? before : await keep(folder, 'server', await newServer(authority, names, nowMs))
  return { authority: authority.pem.certificate, ...server.pem }
}

async function newAuthority(nowMs: number): Promise<Pair> {
  const keys = await newKeys()
  const certificate = await X509CertificateGenerator.createSelfSigned({
    serialNumber: serial(),
    name: 'CN=Perlumen of this house',
    ...lasting(nowMs, AUTHORITY_DAYS),
    signingAlgorithm: ALGORITHM,
    keys,
    extensions: [
      new BasicConstraintsExtension(true, 0, true),
      new KeyUsagesExtension(KeyUsageFlags.keyCertSign | KeyUsageFlags.cRLSign, true),
      await SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  })
  return pairOf(certificate, keys.privateKey)
}

async function newServer(authority: Pair, names: readonly string[], nowMs: number): Promise<Pair> {
  const keys = await newKeys()
  const certificate = await X509CertificateGenerator.create({
    serialNumber: serial(),
    subject: 'CN=Perlumen',
    issuer: authority.certificate.subject,
    ...lasting(nowMs, CERTIFICATE_DAYS),
    signingAlgorithm: ALGORITHM,
    publicKey: keys.publicKey,
    signingKey: authority.key,
    extensions: [
      new BasicConstraintsExtension(false, undefined, true),
      new KeyUsagesExtension(KeyUsageFlags.digitalSignature, true),
      new ExtendedKeyUsageExtension([ExtendedKeyUsage.serverAuth]),
      new SubjectAlternativeNameExtension(
        names.map((name) => ({ type: isIP(name) === 0 ? ('dns' as const) : ('ip' as const), value: name })),
      ),
      await AuthorityKeyIdentifierExtension.create(authority.certificate),
    ],
  })
  return pairOf(certificate, keys.privateKey)
}

function newKeys(): Promise<webcrypto.CryptoKeyPair> {
  return crypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify'])
}

function lasting(nowMs: number, days: number): { notBefore: Date; notAfter: Date } {
  return { notBefore: new Date(nowMs - BACKDATED_MS), notAfter: new Date(nowMs + days * DAY_MS) }
}

/** Hexadecimal, positive. */
function serial(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16))
  bytes[0] = (bytes[0]! & 0x7f) | 0x01
  return Buffer.from(bytes).toString('hex')
}

function isGood({ certificate }: Pair, nowMs: number): boolean {
  return (
    certificate.notBefore.getTime() <= nowMs && certificate.notAfter.getTime() > nowMs + RENEW_DAYS * DAY_MS
  )
}

function sameNames(certificate: X509Certificate, names: readonly string[]): boolean {
  const there =
    certificate.getExtension(SubjectAlternativeNameExtension)?.names.items.map(({ value }) => value) ?? []
  return there.length === names.length && names.every((name) => there.includes(name))
}

async function pairOf(certificate: X509Certificate, key: webcrypto.CryptoKey): Promise<Pair> {
  const raw = await crypto.subtle.exportKey('pkcs8', key)
  return {
    certificate,
    key,
    pem: { certificate: certificate.toString('pem'), key: PemConverter.encode(raw, 'PRIVATE KEY') },
  }
}

/** Null where there is none, or it cannot be read: another is made. */
async function read(folder: string, name: string): Promise<Pair | null> {
  try {
    const text = await readFile(join(folder, `${name}.pem`), 'utf8')
    const [key, certificate] = [PemConverter.decodeWithHeaders(text)].flat()
    if (!key || !certificate) return null
    const parsed = new X509Certificate(certificate.rawData)
    const secret = await crypto.subtle.importKey('pkcs8', key.rawData, ALGORITHM, true, ['sign'])
    return await pairOf(parsed, secret)
  } catch {
    return null
  }
}

/** Key and certificate in one file, whole or not there. */
async function keep(folder: string, name: string, pair: Pair): Promise<Pair> {
  const path = join(folder, `${name}.pem`)
  await writeFile(`${path}.new`, `${pair.pem.key}\n${pair.pem.certificate}\n`, { mode: CLOSED_FILE })
  await rename(`${path}.new`, path)
  return pair
}
