/** What a run of hostile inputs showed. */
export interface Findings {
  tried: number
  /** Inputs that were refused in words; of kills, those that cut something off. */
  refused: number
  slowestMs: number
  /** What must not be, each with the seed that makes it again. */
  faults: string[]
}

/** Nothing may take longer than this. */
export const LONGEST_MS = 5000

export interface Trials {
  seed: string
  from: number
  count: number
  onProgress?: (done: number, findings: Findings) => void
}

/**
 * Runs one trial after another.
 * @param trial - resolves to whether the input was refused in words; throws for anything that must not be
 */
export async function runTrials(
  { seed, from, count, onProgress }: Trials,
  trial: (name: string) => Promise<boolean>,
): Promise<Findings> {
  const findings: Findings = { tried: 0, refused: 0, slowestMs: 0, faults: [] }
  for (let i = from; i < from + count; i++) {
    const name = `${seed}/${i}`
    const start = process.cpuUsage()
    try {
      if (await trial(name)) findings.refused++
    } catch (error) {
      findings.faults.push(`${name}: ${(error as Error).stack ?? String(error)}`)
    }
    // Processor time: what else the machine does is not the input's fault.
    const { user, system } = process.cpuUsage(start)
    const tookMs = (user + system) / 1000
    if (tookMs > LONGEST_MS) findings.faults.push(`${name}: took ${(tookMs / 1000).toFixed(1)} s`)
    findings.slowestMs = Math.max(findings.slowestMs, tookMs)
    findings.tried++
    onProgress?.(findings.tried, findings)
  }
  return findings
}
