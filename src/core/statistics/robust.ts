/** Standard deviation of a normal distribution for each unit of its median absolute deviation: 1 / Φ⁻¹(3/4). */
export const MAD_TO_SD = 1.4826
