import { hostname, networkInterfaces } from 'node:os'
import { BlockList, isIPv4, isIPv6 } from 'node:net'

/** Numbers that no road leads to from outside. @see RFC 1918, RFC 3927, RFC 4193, RFC 4291 */
const PRIVATE = new BlockList()
for (const [net, bits] of [
  ['10.0.0.0', 8],
  ['172.16.0.0', 12],
  ['192.168.0.0', 16],
  ['169.254.0.0', 16],
  ['127.0.0.0', 8],
] as const)
  PRIVATE.addSubnet(net, bits, 'ipv4')
for (const [net, bits] of [
  ['fc00::', 7],
  ['fe80::', 10],
  ['::1', 128],
] as const)
  PRIVATE.addSubnet(net, bits, 'ipv6')

/** Whether somebody asks from the house's own network, or from this machine. */
export function isOfTheHouse(address: string | undefined): boolean {
  if (address === undefined) return false
  // What comes by IPv4 to a socket of both kinds, and a scope as in fe80::1%eth0.
  const plain = address.replace(/^::ffff:(?=\d+\.)/, '').replace(/%.*$/, '')
  if (isIPv4(plain)) return PRIVATE.check(plain, 'ipv4')
  return isIPv6(plain) && PRIVATE.check(plain, 'ipv6')
}

export function isThisMachine(address: string | undefined): boolean {
  const plain = address?.replace(/^::ffff:/, '') ?? ''
  return plain.startsWith('127.') || plain === '::1'
}

/** The numbers of this machine in the house, and its names there. */
export function houseNames(): { numbers: string[]; names: string[] } {
  const numbers = Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .filter(({ internal, address }) => !internal && isOfTheHouse(address) && !address.startsWith('fe80'))
    .map(({ address }) => address)
    .sort()
  const own = hostname()
    .toLowerCase()
    .replace(/\.local$/, '')
  return { numbers, names: /^[a-z0-9-]+$/.test(own) ? [own, `${own}.local`] : [] }
}
