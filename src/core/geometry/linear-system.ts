/**
 * Solves the symmetric positive definite system A·x = b by Cholesky's method.
 * @param a - n × n, row-major; overwritten
 * @param b - length n; overwritten with the solution
 * @returns false when A is not positive definite
 */
export function solveCholesky(a: Float64Array, b: Float64Array): boolean {
  const n = b.length
  for (let j = 0; j < n; j++) {
    for (let i = j; i < n; i++) {
      let sum = a[i * n + j]!
      for (let k = 0; k < j; k++) sum -= a[i * n + k]! * a[j * n + k]!
      if (i === j) {
        if (!(sum > 0)) return false
        a[j * n + j] = Math.sqrt(sum)
      } else {
        a[i * n + j] = sum / a[j * n + j]!
      }
    }
  }
  for (let i = 0; i < n; i++) {
    let sum = b[i]!
    for (let k = 0; k < i; k++) sum -= a[i * n + k]! * b[k]!
    b[i] = sum / a[i * n + i]!
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[i]!
    for (let k = i + 1; k < n; k++) sum -= a[k * n + i]! * b[k]!
    b[i] = sum / a[i * n + i]!
  }
  return true
}

/** Weighted least squares with a quadratic pull toward zero on each unknown; only the matrix's lower triangle is kept. */
export class NormalEquations {
  readonly size: number
  private readonly matrix: Float64Array
  private readonly right: Float64Array

  constructor(size: number) {
    this.size = size
    this.matrix = new Float64Array(size * size)
    this.right = new Float64Array(size)
  }

  /** Adds the equation row · x = value with the given weight (1/variance). */
  add(row: Float64Array, value: number, weight: number): void {
    const { size, matrix, right } = this
    for (let i = 0; i < size; i++) {
      const w = weight * row[i]!
      right[i] = right[i]! + w * value
      for (let j = 0, at = i * size; j <= i; j++, at++) matrix[at] = matrix[at]! + w * row[j]!
    }
  }

  /** Adds the belief x[index] = value with the given weight. */
  addPrior(index: number, value: number, weight: number): void {
    this.matrix[index * this.size + index]! += weight
    this.right[index]! += weight * value
  }

  /** @returns the solution, or null when the equations do not fix it */
  solve(): Float64Array | null {
    const x = this.right.slice()
    return solveCholesky(this.matrix.slice(), x) ? x : null
  }

  /** Variance of unknown `index`, when weights were true inverse variances. */
  variance(index: number): number {
    return this.covariances(index)[index]!
  }

  /** Covariance of unknown `index` with each; all infinite when the equations do not fix them. */
  covariances(index: number): Float64Array {
    const x = new Float64Array(this.size)
    x[index] = 1
    return solveCholesky(this.matrix.slice(), x) ? x : x.fill(Infinity)
  }
}
