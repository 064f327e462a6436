import sharp from 'sharp'
import { blur, createPlane, type Plane } from '../../src/core/image/plane.ts'
import type { Random } from '../../src/core/random/random.ts'
import type { Light } from './surroundings.ts'

/** What a phone does between the lens and the file; drawn anew for each picture. */
export interface Phone {
  /** Light that saturates, as a multiple of the light through the contents. */
  gain: number
  whiteBalance: readonly [number, number, number]
  defocusPx: number
  shake: { lengthPx: number; angleRad: number }
  /** Electrons at saturation. */
  electrons: number
  readNoise: number
  /** How far the large differences of light are flattened, 0…1. */
  toneMapping: number
  contrast: number
  sharpening: { amount: number; radiusPx: number }
  /** Width over which noise is smeared away, px; 0 for a phone that leaves it. */
  smearPx: number
  quality: number
}

export function anyPhone(random: Random, lightThroughContents: number): Phone {
  // Median of the contents on the sensor: from murky to half burnt.
  const aim = Math.exp(random.between(Math.log(0.05), Math.log(0.95)))
  return {
    gain: aim / Math.max(1e-6, lightThroughContents),
    whiteBalance: [1, random.between(0.75, 1.25), random.between(0.7, 1.5)],
    defocusPx: random.uniform() < 0.2 ? random.between(1.2, 3) : random.between(0.5, 1.1),
    shake: {
      lengthPx: random.uniform() < 0.15 ? random.between(2, 7) : 0,
      angleRad: random.between(0, 3.14),
    },
    electrons: Math.exp(random.between(Math.log(300), Math.log(12000))),
    readNoise: random.between(0.0004, 0.004),
    toneMapping: random.uniform() < 0.6 ? random.between(0.1, 0.5) : 0,
    contrast: random.between(-0.1, 0.4),
    sharpening: {
      amount: random.uniform() < 0.6 ? random.between(0.2, 1.4) : 0,
      radiusPx: random.between(0.8, 2.4),
    },
    smearPx: random.uniform() < 0.5 ? random.between(0.6, 1.8) : 0,
    quality: Math.round(random.between(50, 95)),
  }
}

/** Light on the sensor, 0…1 of saturation, without noise. */
export function onSensor(light: Light, phone: Phone): Light {
  return light.map((plane, channel) => {
    const lit = {
      ...plane,
      values: plane.values.map((value) => value * phone.gain * phone.whiteBalance[channel]!),
    }
    return shaken(blur(lit, phone.defocusPx), phone)
  }) as unknown as Light
}

function shaken(plane: Plane, { shake }: Phone): Plane {
  const steps = Math.round(shake.lengthPx)
  if (steps < 2) return plane
  const out = createPlane(plane.widthPx, plane.heightPx)
  for (let k = 0; k < steps; k++) {
    const dx = Math.round((k - steps / 2) * Math.cos(shake.angleRad))
    const dy = Math.round((k - steps / 2) * Math.sin(shake.angleRad))
    for (let y = 0; y < plane.heightPx; y++) {
      const row = Math.min(plane.heightPx - 1, Math.max(0, y + dy)) * plane.widthPx
      for (let x = 0; x < plane.widthPx; x++)
        out.values[y * plane.widthPx + x]! +=
          plane.values[row + Math.min(plane.widthPx - 1, Math.max(0, x + dx))]! / steps
    }
  }
  return out
}

/** Standard deviation of one pixel's noise at a light. */
export function noiseAt(light: number, { electrons, readNoise, smearPx }: Phone): number {
  const raw = Math.sqrt(Math.max(0, light) / electrons + readNoise ** 2)
  return smearPx > 0 ? raw / (1 + smearPx) : raw
}

/** Noise, smearing, tone mapping, sharpening, curve, and the file. */
export async function develop(sensor: Light, phone: Phone, random: Random): Promise<Buffer> {
  const { widthPx, heightPx } = sensor[0]
  let planes: Plane[] = sensor.map((plane) => {
    const noisy = plane.values.map((value) => {
      const sd = Math.sqrt(Math.max(0, value) / phone.electrons + phone.readNoise ** 2)
      return Math.min(1, Math.max(0, value + sd * random.normal()))
    })
    return { ...plane, values: noisy }
  })
  if (phone.smearPx > 0) planes = planes.map((plane) => smeared(plane, phone))
  if (phone.toneMapping > 0) planes = toneMapped(planes, phone)
  const encoded = planes.map((plane) => ({
    ...plane,
    values: plane.values.map((value) => curve(value, phone)),
  }))
  const sharp3 = encoded.map((plane) => sharpened(plane, phone))
  const data = new Uint8Array(3 * widthPx * heightPx)
  for (let at = 0; at < widthPx * heightPx; at++)
    for (let channel = 0; channel < 3; channel++)
      data[3 * at + channel] = Math.min(255, Math.max(0, Math.round(255 * sharp3[channel]!.values[at]!)))
  return sharp(data, { raw: { width: widthPx, height: heightPx, channels: 3 } })
    .jpeg({ quality: phone.quality })
    .toBuffer()
}

/** Smooths where there is no edge stronger than the noise; what is finer than that turns to paint. */
function smeared(plane: Plane, phone: Phone): Plane {
  const smooth = blur(plane, phone.smearPx)
  return {
    ...plane,
    values: plane.values.map((value, at) => {
      const mean = smooth.values[at]!
      const apart = Math.abs(value - mean) / (3 * Math.sqrt(mean / phone.electrons + phone.readNoise ** 2))
      const keep = Math.min(1, apart * apart) * 0.9
      return mean + keep * (value - mean)
    }),
  }
}

/** Large differences of light flattened, small ones kept. */
function toneMapped(planes: Plane[], { toneMapping }: Phone): Plane[] {
  const [red, green, blue] = planes as [Plane, Plane, Plane]
  const log = red.values.map((r, at) =>
    Math.log(0.3 * r + 0.6 * green.values[at]! + 0.1 * blue.values[at]! + 0.004),
  )
  const base = blur({ ...red, values: log }, 0.06 * red.widthPx)
  const highest = base.values.reduce((a, b) => Math.max(a, b), -9)
  return planes.map((plane) => ({
    ...plane,
    values: plane.values.map((value, at) =>
      Math.min(1, value * Math.exp(toneMapping * 0.6 * Math.min(2.5, highest - base.values[at]!))),
    ),
  }))
}

function curve(light: number, { contrast }: Phone): number {
  const encoded = light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055
  const bent = encoded * encoded * (3 - 2 * encoded)
  return encoded + contrast * (bent - encoded)
}

function sharpened(plane: Plane, { sharpening }: Phone): Plane {
  if (sharpening.amount === 0) return plane
  const soft = blur(plane, sharpening.radiusPx)
  return {
    ...plane,
    values: plane.values.map((value, at) => value + sharpening.amount * (value - soft.values[at]!)),
  }
}
