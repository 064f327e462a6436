import type { Random } from '../../src/core/random/random.ts'

/** Numbers that programs stumble over in lengths and counts, as bytes. */
const ODD_BYTES = [0x00, 0x01, 0x7f, 0x80, 0xfe, 0xff]
const ODD_TEXTS = [
  '',
  ' ',
  '\0',
  '\u00a0',
  '=cmd()',
  '"',
  ',',
  '\n',
  '../../x',
  '__proto__',
  'NaN',
  '1e999',
  '🥚'.repeat(40),
  'x'.repeat(5000),
]
const ODD_VALUES: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  1.5,
  1e15,
  -1e15,
  1e308,
  5800,
  '',
  'x',
  '2026-02-30',
  '202600-01-01',
  '0000-01-01T00:00:00.000Z',
  '9999-12-31T23:59:59.999Z',
  '1970-01-01T00:00:00Z',
  'egg-1',
  'set-1',
  'tray-1',
  'look-1',
  [],
  {},
  [null],
  { id: 'set-1' },
  'x'.repeat(5000),
]

/** A copy with one to six small damages: bits flipped, parts cut out, doubled, blanked, moved in from another file. */
export function mutateBytes(
  bytes: Uint8Array,
  random: Random,
  others: readonly Uint8Array[] = [],
): Uint8Array<ArrayBuffer> {
  let now = Uint8Array.from(bytes)
  const count = 1 + Math.floor(6 * random.uniform())
  for (let i = 0; i < count && now.length > 0; i++) now = damage(now, random, others)
  return now
}

function damage(
  bytes: Uint8Array<ArrayBuffer>,
  random: Random,
  others: readonly Uint8Array[],
): Uint8Array<ArrayBuffer> {
  const at = Math.floor(bytes.length * random.uniform() ** (random.uniform() < 0.5 ? 3 : 1))
  const length = 1 + Math.floor(Math.min(bytes.length - at, 400) * random.uniform() ** 3)
  const kind = Math.floor(7 * random.uniform())
  if (kind === 0)
    return changed(bytes, (copy) => {
      copy[at]! ^= 1 << Math.floor(8 * random.uniform())
    })
  if (kind === 1)
    return changed(bytes, (copy) => {
      copy[at] = random.pick(ODD_BYTES)
    })
  if (kind === 2)
    return changed(bytes, (copy) => {
      copy.fill(random.pick(ODD_BYTES), at, at + length)
    })
  if (kind === 3) return bytes.slice(0, at)
  if (kind === 4) return joined(bytes.subarray(0, at), bytes.subarray(at + length))
  if (kind === 5) return joined(bytes.subarray(0, at + length), bytes.subarray(at))
  const other = others.length > 0 ? random.pick(others) : bytes
  const from = Math.floor(other.length * random.uniform())
  return joined(bytes.subarray(0, at), other.subarray(from, from + length), bytes.subarray(at))
}

function changed(
  bytes: Uint8Array<ArrayBuffer>,
  change: (copy: Uint8Array<ArrayBuffer>) => void,
): Uint8Array<ArrayBuffer> {
  const copy = bytes.slice()
  change(copy)
  return copy
}

function joined(...parts: Uint8Array[]): Uint8Array<ArrayBuffer> {
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0))
  let at = 0
  for (const part of parts) {
    whole.set(part, at)
    at += part.length
  }
  return whole
}

/** A copy of a JSON value with one to three of its fields replaced, removed, doubled or swapped. */
export function mutateJson<T>(value: T, random: Random): T {
  const copy = structuredClone(value)
  const count = 1 + Math.floor(3 * random.uniform())
  for (let i = 0; i < count; i++) changeField(copy, random)
  return copy
}

function changeField(root: unknown, random: Random): void {
  let parent = root
  for (let depth = 0; depth < 8; depth++) {
    if (typeof parent !== 'object' || parent === null) return
    const keys = Object.keys(parent)
    if (keys.length === 0) return
    const key = random.pick(keys)
    const holder = parent as Record<string, unknown>
    const child = holder[key]
    const isLeaf = typeof child !== 'object' || child === null
    if (isLeaf || random.uniform() < 0.12) {
      const kind = random.uniform()
      if (kind < 0.6) holder[key] = random.pick(ODD_VALUES)
      else if (kind < 0.7) delete holder[key]
      else if (kind < 0.8 && typeof child === 'number') holder[key] = child * random.pick([-1, 0, 10, 1000])
      else if (kind < 0.9 && Array.isArray(parent)) parent.push(structuredClone(child))
      else holder[key] = holder[random.pick(keys)]
      return
    }
    parent = child
  }
}

/** A table's text with odd pieces put in and parts cut out. */
export function mutateText(text: string, random: Random): string {
  let now = text
  const count = 1 + Math.floor(5 * random.uniform())
  for (let i = 0; i < count; i++) {
    const at = Math.floor(now.length * random.uniform())
    const cut = random.uniform() < 0.5 ? Math.floor(20 * random.uniform()) : 0
    now = now.slice(0, at) + (random.uniform() < 0.8 ? random.pick(ODD_TEXTS) : '') + now.slice(at + cut)
  }
  return now
}
