import { writeBundle } from '../src/contracts/files/bundle.ts'
import { usualProbe } from '../src/contracts/records/probe-record.ts'
import { byProbeAndDay, withReadings } from '../src/contracts/records/readings-record.ts'
import { recordsAlone, sampleRecords } from '../src/contracts/records/sample-records.ts'
import { expect, test } from './test.ts'

/** A book as an earlier version left it: the sensor that it asked in a real incubator was a stand-in. */
async function earlierBook(): Promise<Buffer> {
  const records = sampleRecords()
  const { standIn: _, ...probe } = usualProbe('sensor', records.hatchery.incubators[0]!.id)
  const at = [0, 10, 20].map((minutes) => Date.parse('2026-03-11T20:00:00Z') + minutes * 60_000)
  const [some] = byProbeAndDay(
    at.map((atMs) => ({ probeId: probe.id, atMs, celsius: 37.5, rhPercent: 51.9 })),
  )
  const day = withReadings(null, some!)
  const { file } = await writeBundle({
    ...recordsAlone({ ...records, looks: [], probes: [probe] }),
    readingIds: [day.id],
    readings: async () => day,
  })
  return Buffer.from(await file.arrayBuffer())
}

test('what simulated sensors wrote into a book of one’s own is named, taken out by one press, and put back by another', async ({
  page,
}) => {
  await page.goto('/#/records')
  await page
    .getByTestId('bundle-input')
    .setInputFiles({ name: 'earlier.zip', mimeType: 'application/zip', buffer: await earlierBook() })
  await expect(page.getByTestId('records-message')).toContainText('imported')
  const line = page.getByTestId('simulated-found')
  await expect(line).toContainText(
    'A simulated sensor left 3 readings among your own records, from Wednesday 11 March',
  )
  await line.getByRole('button', { name: 'Remove' }).click()
  await expect(line).toContainText('3 simulated readings removed')
  await line.getByRole('button', { name: 'Undo' }).click()
  await expect(line).toContainText('among your own records')
  await line.getByRole('button', { name: 'Remove' }).click()
  await expect(line).toContainText('removed')
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Records' })).toBeVisible()
  await expect(line).toBeHidden()
})

test('the made-up hatchery is a book apart: left, erased, and opened anew, while one’s own stays as it is', async ({
  page,
}) => {
  await page.goto('/#/records')
  await page
    .getByTestId('bundle-input')
    .setInputFiles({ name: 'own.zip', mimeType: 'application/zip', buffer: await earlierBook() })
  await expect(page.getByTestId('records-message')).toContainText('imported')
  await page.evaluate(() => {
    localStorage.setItem('perlumen-book', 'made-up')
    sessionStorage.setItem('perlumen-book-fill', 'yes')
  })
  await page.goto('/#/')
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Beacon hens, spring set' })).toBeVisible()
  const line = page.getByTestId('made-up-line')
  // Its bundles are not taken among one's own.
  await page.goto('/#/records')
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Everything (ZIP)' }).click(),
  ])
  const bundle = await file.path()
  await line.getByRole('button', { name: 'My records' }).click()
  await expect(page.getByText('1 earlier set')).toBeVisible()
  await expect(line).toBeHidden()
  await page.goto('/#/records')
  await page.getByTestId('bundle-input').setInputFiles(bundle)
  await expect(page.getByTestId('records-message')).toContainText('belongs to the demo hatchery')
  // Erased by one press.
  await page.evaluate(() => localStorage.setItem('perlumen-book', 'made-up'))
  await page.reload()
  await line.getByRole('button', { name: 'Delete' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click()
  await expect(page.getByText('1 earlier set')).toBeVisible()
})
