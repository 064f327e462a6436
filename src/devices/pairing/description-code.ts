/** What one browser must tell another so that they find each other, small enough for a QR code. */
export interface Description {
  type: 'offer' | 'answer'
  sdp: string
}

interface Essentials {
  ufrag: string
  password: string
  /** SHA-256 of the certificate, 64 hexadecimal digits. */
  fingerprint: string
  /** Where it listens: an address or a local name, and a port. */
  places: Array<{ address: string; port: string }>
}

const FIRST = 'PL1'
const BETWEEN = '|'

/**
 * The parts of a session description that differ from one time to the next; all else is the same for a channel of data.
 * @see RFC 8829 (2021), JavaScript Session Establishment Protocol; RFC 8841 (2021), SDP for SCTP over DTLS
 * @throws Error when the browser's description lacks a part
 */
export function packDescription({ type, sdp }: Description): string {
  const one = (pattern: RegExp): string => {
    const found = pattern.exec(sdp)?.[1]
    if (!found) throw new Error('This browser cannot connect directly.')
    return found
  }
  const places = [...sdp.matchAll(/^a=candidate:\S+ 1 udp \d+ (\S+) (\d+) typ host/gim)].map(
    ([, address, port]) => `${address}~${port}`,
  )
  const fingerprint = one(/^a=fingerprint:sha-256 ([0-9A-F:]+)/im).replaceAll(':', '')
  return [
    FIRST,
    type === 'offer' ? 'o' : 'a',
    one(/^a=ice-ufrag:(\S+)/m),
    one(/^a=ice-pwd:(\S+)/m),
    fingerprint,
    ...places,
  ].join(BETWEEN)
}

/** Addresses that no router hands on to the internet, and names that this network alone knows. @see RFC 1918, 3927, 4193, 6762 */
const NEAR = [
  /^(10|127)(\.\d{1,3}){3}$/,
  /^(169\.254|192\.168|172\.(1[6-9]|2\d|3[01]))(\.\d{1,3}){2}$/,
  /^(fe[89ab][\da-f]|f[cd][\da-f]{2}):[\da-f:]*$/i,
  /^::1$/,
  /^[\w-]+\.local$/i,
] as const

/** @returns null for a code that is none of these, or that names no place in this network */
export function unpackDescription(text: string): Description | null {
  const [first, kind, ufrag, password, fingerprint, ...rest] = text.split(BETWEEN)
  if (first !== FIRST || (kind !== 'o' && kind !== 'a')) return null
  if (!ufrag || !password || !/^[0-9A-Fa-f]{64}$/.test(fingerprint ?? '')) return null
  if (!/^[\w+/]+$/.test(ufrag) || !/^[\w+/]+$/.test(password)) return null
  const places = rest.map((place) => {
    const [address = '', port = ''] = place.split('~')
    return { address, port }
  })
  if (!places.every(({ address, port }) => /^[\w.:-]+$/.test(address) && /^\d{1,5}$/.test(port))) return null
  // A code may have been written by anyone: it leads to no other host.
  const near = places.filter(({ address }) => NEAR.some((pattern) => pattern.test(address)))
  if (places.length > 0 && near.length === 0) return null
  return {
    type: kind === 'o' ? 'offer' : 'answer',
    sdp: sdpOf(kind === 'o' ? 'actpass' : 'active', {
      ufrag,
      password,
      fingerprint: fingerprint!,
      places: near,
    }),
  }
}

function sdpOf(setup: string, { ufrag, password, fingerprint, places }: Essentials): string {
  return [
    'v=0',
    'o=- 1 2 IN IP4 127.0.0.1',
    's=-',
    't=0 0',
    'a=group:BUNDLE 0',
    'm=application 9 UDP/DTLS/SCTP webrtc-datachannel',
    'c=IN IP4 0.0.0.0',
    ...places.map(
      ({ address, port }, i) => `a=candidate:${i + 1} 1 udp ${2_113_937_151 - i} ${address} ${port} typ host`,
    ),
    `a=ice-ufrag:${ufrag}`,
    `a=ice-pwd:${password}`,
    `a=fingerprint:sha-256 ${fingerprint.toUpperCase().match(/../g)!.join(':')}`,
    `a=setup:${setup}`,
    'a=mid:0',
    'a=sctp-port:5000',
    'a=max-message-size:262144',
    '',
  ].join('\r\n')
}
