import { chromium } from '@playwright/test'
import type { Findings, Trials } from './findings.ts'
import { manyEggs, manySets } from './huge-books.ts'
import { LAUNCH, onStage } from './stage.ts'

/** A page of a book far too large for anybody must be there, and free, within this. */
const LONGEST_MS = 15_000
const PAGES = {
  sets: ['', 'sets/s3', 'sets/s3/bench', 'plan', 'hatchery', 'rightness', 'records'],
  eggs: [
    '',
    'sets/vast',
    'sets/vast/bench',
    'sets/vast/candle',
    'sets/vast/removal',
    'sets/vast/wall',
    'sets/vast/labels',
    'records',
  ],
} as const

/** Five thousand sets, and twenty thousand eggs in sixty trays: every page opens or says why not. */
export function openHugeBooks({ onProgress }: Trials): Promise<Findings> {
  return onStage(async ({ base }) => {
    const findings: Findings = { tried: 0, refused: 0, slowestMs: 0, faults: [] }
    const browser = await chromium.launch({ executablePath: process.env['CHROMIUM_PATH'], args: [...LAUNCH] })
    for (const [kind, make] of [
      ['sets', manySets],
      ['eggs', manyEggs],
    ] as const) {
      const page = await (await browser.newContext()).newPage()
      page.on('pageerror', (error) => findings.faults.push(`${kind}: ${error.message}`))
      await page.goto(`${base}#/records`)
      await page
        .getByTestId('bundle-input')
        .setInputFiles({ name: `${kind}.zip`, mimeType: 'application/zip', buffer: await make() })
      await page.getByTestId('records-message').getByText('brought in').waitFor({ timeout: 300_000 })
      for (const path of PAGES[kind]) {
        await page.goto('about:blank')
        const start = performance.now()
        await page.goto(`${base}#/${path}`)
        const shown = await page
          .locator('h1')
          .first()
          .waitFor({ timeout: 120_000 })
          .then(
            () =>
              page.evaluate(
                'new Promise((free) => requestAnimationFrame(() => setTimeout(() => free(true))))',
              ),
            () => false,
          )
        const tookMs = performance.now() - start
        console.log(`  ${kind} /${path}: ${(tookMs / 1000).toFixed(1)} s`)
        findings.slowestMs = Math.max(findings.slowestMs, tookMs)
        if (!shown || tookMs > LONGEST_MS)
          findings.faults.push(`${kind} /${path}: ${(tookMs / 1000).toFixed(1)} s`)
        onProgress?.(++findings.tried, findings)
      }
    }
    await browser.close()
    return findings
  })
}
