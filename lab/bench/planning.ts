import { fileURLToPath } from 'node:url'
import { chromium, type CDPSession } from '@playwright/test'
import { STAND_IN_KINDS } from '../../src/contracts/wire/devices.ts'
import { createApp } from '../../src/server/createApp.ts'
import { computePlan, type PlanHabits } from '../../src/core/planning/compute-plan.ts'
import type { PlanDraft } from '../../src/core/planning/plan-draft.ts'
import { DAY_MS } from '../../src/core/time/durations.ts'
import { findChromium } from '../../scripts/chromium.mjs'

const EGGS = 500
const TRAYS = 12
const HABITS: PlanHabits = { zone: 'Europe/Lisbon', candlingHour: 20, warmUpHours: 24, postRestHours: 18 }

/** A basket of 500 eggs of two birds in 12 trays of 42 places. */
function largeDraft(nowMs: number): PlanDraft {
  const day = (ago: number): string => new Date(nowMs - ago * DAY_MS).toISOString().slice(0, 10)
  const birds = ['chicken', 'duck'] as const
  return {
    batches: birds.map((species) => ({
      id: species,
      source: '',
      breed: '',
      species,
      shell: 'tinted',
      laidFrom: day(6),
      laidTo: day(1),
      posted: false,
      arrivedOn: null,
      turnedInStorage: false,
    })),
    eggs: Array.from({ length: EGGS }, (_, i) => ({
      id: `egg-${i}`,
      batchId: birds[i % 2]!,
      number: i + 1,
      mark: '',
      laidOn: day(1 + (i % 6)),
      crack: 'none',
      waxed: false,
      weightG: null,
      lengthMm: null,
      breadthMm: null,
      choice: 'advice',
    })),
    timing: { by: 'hatch', date: day(-40), hour: 12 },
    method: 'weekly',
    ownDays: [],
    turningStop: 'usual',
    incubationDays: {},
    trays: Array.from({ length: TRAYS }, (_, i) => ({
      id: `tray-${i}`,
      name: `Tray ${i + 1}`,
      species: birds[i % 2]!,
      incubatorId: 'incubator-1',
      rows: 6,
      columns: 7,
      numbering: 'letter-rows',
    })),
    moved: {},
    names: {},
    notes: '',
  }
}

interface Spent {
  /** Script alone, as the browser books it, ms. */
  script: number
  /** All tasks of the page's main thread: script, style, layout, paint, ms. */
  all: number
}

async function spentSoFar(session: CDPSession): Promise<Spent> {
  const { metrics } = await session.send('Performance.getMetrics')
  const milliseconds = (name: string): number =>
    1000 * (metrics.find((metric) => metric.name === name)?.value ?? NaN)
  return { script: milliseconds('ScriptDuration'), all: milliseconds('TaskDuration') }
}

/** Puts a draft where the app keeps it; runs in the page. */
const keepDraft = (draft: PlanDraft): string => `new Promise((resolve, reject) => {
  const opening = indexedDB.open('perlumen')
  opening.onsuccess = () => {
    const transaction = opening.result.transaction('meta', 'readwrite')
    transaction.objectStore('meta').put(${JSON.stringify(draft)}, 'setting/plan-draft')
    transaction.oncomplete = () => resolve()
    transaction.onerror = () => reject(transaction.error)
  }
})`

/** Opens and re-plans a plan of 500 eggs in 12 trays: the core alone, and all work of the page. */
export async function benchPlanning(): Promise<string[]> {
  const draft = largeDraft(Date.now())
  const core: number[] = []
  for (let i = 0; i < 8; i++) {
    const start = performance.now()
    computePlan(draft, HABITS, Date.now())
    if (i > 2) core.push(performance.now() - start)
  }
  const server = createApp({
    standIns: STAND_IN_KINDS,
    appFolder: fileURLToPath(new URL('../../dist', import.meta.url)),
  }).listen(0, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
  const browser = await chromium.launch({
    executablePath: findChromium(),
    args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  })
  try {
    const page = await browser.newPage({
      baseURL: `http://127.0.0.1:${(server.address() as { port: number }).port}`,
    })
    const session = await page.context().newCDPSession(page)
    await session.send('Performance.enable')
    const measure = async (work: () => Promise<unknown>): Promise<Spent> => {
      const before = await spentSoFar(session)
      await work()
      await page.waitForTimeout(400)
      const after = await spentSoFar(session)
      return { script: after.script - before.script, all: after.all - before.all }
    }
    await page.goto('/#/plan')
    await page.getByRole('heading', { name: 'Plan a set' }).waitFor()
    await page.evaluate(keepDraft(draft))
    await page.goto('/#/records')
    await page.reload()
    await page.getByRole('heading', { name: 'Records' }).waitFor()
    const opening = await measure(async () => {
      await page.getByRole('link', { name: 'Plan', exact: true }).click()
      await page.getByTestId('preview').first().waitFor()
    })
    const replanning: Spent[] = []
    for (const method of ['Early bird', 'Often', 'Late only', 'Weekly']) {
      const choice = page.getByRole('radio', { name: new RegExp(`^${method}`) })
      replanning.push(await measure(() => choice.check()))
    }
    return [
      `Planning ${EGGS} eggs in ${TRAYS} trays`,
      `  the core alone      ${median(core).toFixed(1).padStart(6)} ms`,
      `  opening the plan    ${opening.script.toFixed(0).padStart(6)} ms of script (target: under 100); ${opening.all.toFixed(0)} ms with style, layout and paint`,
      `  re-planning         ${median(replanning.map(({ all }) => all))
        .toFixed(0)
        .padStart(
          6,
        )} ms of all work, median of ${replanning.length}; largest ${Math.max(...replanning.map(({ all }) => all)).toFixed(0)} (target: under 100 of script)`,
    ]
  } finally {
    await browser.close()
    server.closeAllConnections()
    server.close()
  }
}

function median(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[values.length >> 1] ?? NaN
}
