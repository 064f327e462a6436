import sharp from 'sharp'
import { simulatePhoto } from '../src/core/simulate/simulated-photo.ts'
import { openDemo } from './hatchery.ts'
import { expect, test } from './test.ts'
import { choose } from './kit.ts'

/** A fresh, empty brown egg at a lamp of so much light, as a file. */
async function freshEgg(
  seed: string,
  exposure: number,
): Promise<{ name: string; mimeType: string; buffer: Buffer }> {
  const { image } = simulatePhoto({
    seed,
    shell: 'brown',
    fate: { kind: 'clear' },
    ageDays: 0,
    shot: { exposure, electrons: 900, widthPx: 600, heightPx: 600 },
  })
  const raw = { width: image.widthPx, height: image.heightPx, channels: image.channels }
  return {
    name: `${seed}.jpg`,
    mimeType: 'image/jpeg',
    buffer: await sharp(image.data, { raw }).jpeg({ quality: 90 }).toBuffer(),
  }
}

/** Dozens of eggs are drawn and measured for one check. */
const DRAWN_EGGS_MS = 600_000

test('a fresh egg says from which day a lamp shows what, and it is kept with the place', async ({ page }) => {
  await openDemo(page)
  await page.goto('/#/hatchery')
  await page.getByRole('link', { name: 'Open lamp check' }).click()
  await choose(page.getByTestId('lamp-shell'), 'brown')
  await expect(page.getByTestId('check-lamp')).toBeDisabled()
  // A picture in which there is no egg is said, and nothing is lost.
  await page.getByTestId('lamp-photo-0').setInputFiles({
    name: 'dark.png',
    mimeType: 'image/png',
    buffer: await sharp({ create: { width: 400, height: 400, channels: 3, background: '#020202' } })
      .png()
      .toBuffer(),
  })
  await page.getByTestId('check-lamp').click()
  await expect(page.getByRole('alert').filter({ hasText: 'No single egg was found' })).toBeVisible()
  await page.getByTestId('lamp-photo-0').setInputFiles(await freshEgg('fresh', 0.5))
  await page.getByTestId('check-lamp').click()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByTestId('check-lamp')).toBeEnabled()
  await page.getByTestId('check-lamp').click()
  const result = page.getByTestId('lamp-result')
  await expect(result.getByTestId('seen-body')).toHaveText(/^from day \d+$/, { timeout: DRAWN_EGGS_MS })
  await expect(result.getByTestId('seen-cell')).toHaveText(/^from day \d+$/)
  await expect(result.getByTestId('lamp-change')).not.toBeEmpty()
  await page.getByTestId('keep-lamp').click()
  await expect(page.getByTestId('lamp-kept')).toBeVisible()
  await page.reload()
  await expect(page.getByTestId('lamp-strip')).toHaveCount(1)
  await expect(page.getByRole('button', { name: 'Print the strip' })).toBeVisible()
  await page.getByRole('button', { name: 'Remove' }).click()
  await expect(page.getByText('No checks yet.')).toBeVisible()
})
