import { describe, expect, it } from 'vitest'
import { packDescription, unpackDescription } from './description-code.ts'

const FINGERPRINT = Array.from({ length: 32 }, (_, i) => i.toString(16).padStart(2, '0').toUpperCase())
const sdp = [
  'v=0',
  'o=- 4611731400430051336 2 IN IP4 127.0.0.1',
  'm=application 53421 UDP/DTLS/SCTP webrtc-datachannel',
  'a=candidate:1 1 udp 2113937151 192.168.1.7 53421 typ host generation 0',
  'a=candidate:2 1 udp 2113937150 5f0c9a52-7c1e-4b7e-9a3f-0a4f6d2f9f10.local 53422 typ host',
  'a=candidate:3 1 tcp 1518280447 192.168.1.7 9 typ host tcptype active',
  'a=ice-ufrag:aB+/',
  'a=ice-pwd:0123456789abcdefghijklmn',
  `a=fingerprint:sha-256 ${FINGERPRINT.join(':')}`,
  'a=setup:actpass',
  '',
].join('\r\n')

describe('what two tablets tell each other by a code', () => {
  it('is small, and says the same when it is unpacked', () => {
    const code = packDescription({ type: 'offer', sdp })
    expect(code.length).toBeLessThan(220)
    const back = unpackDescription(code)!
    expect(back.type).toBe('offer')
    for (const line of [
      'a=ice-ufrag:aB+/',
      'a=ice-pwd:0123456789abcdefghijklmn',
      `a=fingerprint:sha-256 ${FINGERPRINT.join(':')}`,
      'a=setup:actpass',
    ])
      expect(back.sdp).toContain(`${line}\r\n`)
    expect(back.sdp).toMatch(/192\.168\.1\.7 53421 typ host[^]*\.local 53422 typ host/)
    expect(packDescription(back)).toBe(code)
  })
  it('leads to this network alone', () => {
    const leadingTo = (...addresses: string[]): string | null => {
      const candidates = addresses.map(
        (address, i) => `a=candidate:${i} 1 udp 2113937151 ${address} 5342${i} typ host generation 0`,
      )
      const other = [...sdp.split('\r\n').filter((line) => !line.includes('candidate')), ...candidates, '']
      return (
        unpackDescription(packDescription({ type: 'offer', sdp: other.join('\r\n') }))
          ?.sdp.match(/\S+(?= \d+ typ host)/g)
          ?.join(' ') ?? null
      )
    }
    expect(leadingTo('203.0.113.9', '192.168.1.7', '2001:db8::1', 'fe80::1', 'fd12::7', 'hen.local')).toBe(
      '192.168.1.7 fe80::1 fd12::7 hen.local',
    )
    for (const far of ['203.0.113.9', '172.32.0.1', '2001:db8::1', 'example.org', '10.evil.example.org'])
      expect(leadingTo(far), far).toBeNull()
  })

  it('lets nothing in that is no such code', () => {
    const code = packDescription({ type: 'answer', sdp })
    expect(unpackDescription(code)!.type).toBe('answer')
    for (const bad of [
      '',
      'perlumen:tray/1',
      `${code}|evil address~1`,
      code.replace('PL1', 'PL9'),
      `${code}\r\na=x`,
    ])
      expect(unpackDescription(bad)).toBeNull()
    expect(() => packDescription({ type: 'offer', sdp: 'v=0' })).toThrow('cannot connect directly')
  })
})
