import { wanted, wantedPositive } from '../wanted.ts'

const TORR_PER_KPA = 7.50062

/**
 * Vapour pressure of water-saturated air, torr; within 0.1 % between 0 and 50 °C.
 * @see Buck, A. L. (1981). New equations for computing vapor pressure and enhancement factor. J. Appl. Meteorol. 20, 1527–1532.
 */
export function saturationTorr(celsius: number): number {
  wanted('celsius', celsius, [-80, 100])
  return TORR_PER_KPA * 0.61121 * Math.exp(((18.678 - celsius / 234.5) * celsius) / (257.14 + celsius))
}

/** Pressure of the air, ÷ that at sea level, in the standard atmosphere (ISO 2533). @param altitudeM - 0…11,000 */
export function pressureRatio(altitudeM: number): number {
  wanted('altitudeM', altitudeM, [-500, 11_000])
  return (1 - 2.25577e-5 * altitudeM) ** 5.25588
}

/**
 * What drives water out of an egg: the difference between the saturated air within and the air around it, torr. The
 * egg is taken to be as warm as the air at its height. Vapour spreads faster in thinner air, by the inverse of its
 * pressure; that counts as a greater difference here.
 * @see Ar, A. & Rahn, H. (1980). Water in the avian egg: overall budget of incubation. Am. Zool. 20, 373–384.
 */
export function dryingTorr(air: { celsius: number; rhPercent: number; altitudeM?: number }): number {
  const { celsius, rhPercent, altitudeM = 0 } = air
  return (saturationTorr(celsius) * (1 - rhPercent / 100)) / pressureRatio(altitudeM)
}

/**
 * Conductance of the shell to water vapour, mg a day and torr, that goes with a loss.
 * @param massG - when laid
 * @param ratePerDay - share of it lost a day
 */
export function conductance(massG: number, ratePerDay: number, drying: number): number {
  wantedPositive('massG', massG)
  wantedPositive('drying', drying)
  return (1000 * massG * ratePerDay) / drying
}
