import { readFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { openZip } from '../src/contracts/files/zip-file.ts'
import { openDemo } from './hatchery.ts'
import { expect, test } from './test.ts'
import { choose } from './kit.ts'

/** Saves the film in one form and gives back the file. */
async function saved(page: Page, kind: 'webp' | 'mp4' | 'png'): Promise<Buffer> {
  const coming = page.waitForEvent('download')
  await page.getByTestId(`save-${kind}`).click()
  return readFile(await (await coming).path())
}

test('an egg’s looks become a film, to be stepped through, compared and taken out', async ({ page }) => {
  await openDemo(page)
  await page.goto('/#/sets/demo-lantern')
  await page.getByTestId('looks').getByRole('link', { name: 'A2', exact: true }).first().click()
  const film = page.getByTestId('growth-film')
  await expect(film).toHaveAttribute('data-looks', '3')
  const time = page.getByRole('slider', { name: 'Age in the film' })
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Previous look' }).click()
  await expect(time).toHaveAttribute('aria-valuetext', '6.1 days')
  await page.getByRole('heading', { level: 1 }).click()
  await page.keyboard.press('ArrowRight')
  await expect(time).toHaveAttribute('aria-valuetext', '9.1 days')
  await time.fill('1400')
  await expect(time).toHaveAttribute('aria-valuetext', /between looks/)

  const moving = sharp(await saved(page, 'webp'), { animated: true })
  const { pages, exif, xmp } = await moving.metadata()
  expect(pages).toBeGreaterThan(12)
  expect([exif, xmp]).toEqual([undefined, undefined])
  const pictures = await openZip(new Blob([new Uint8Array(await saved(page, 'png'))]))
  expect(pictures.names).toHaveLength(pages!)
  expect(pictures.names[0]).toBe('0001 6.1 days.png')
  const video = page.getByTestId('save-mp4')
  if (await video.isEnabled()) {
    const bytes = await saved(page, 'mp4')
    expect(bytes.toString('latin1', 4, 8)).toBe('ftyp')
    // When it was made is not in it: after the head of “mvhd” come version and flags, then two times.
    const head = bytes.indexOf('mvhd')
    expect(bytes.subarray(head + 8, head + 16).every((byte) => byte === 0)).toBe(true)
  }

  await choose(page.getByTestId('beside'), 'A3')
  await expect(page.getByRole('img', { name: /Film of A2/ })).toHaveAttribute('width', /^1\d{3}$/)
})

test('looks at a speckled egg are turned to one side of its shell, or shown as they lay', async ({
  page,
}) => {
  await openDemo(page)
  await page.goto('/#/sets/demo-freckle')
  await page.getByTestId('looks').getByRole('link', { name: 'A2', exact: true }).first().click()
  await expect(page.getByTestId('growth-film')).toHaveAttribute('data-looks', '3')
  const turned = page.getByText('The speckles match')
  await expect(turned).toContainText('day 10 turned')
  await page.getByRole('heading', { level: 1 }).click()
  await page.keyboard.press('s')
  await expect(page.getByRole('button', { name: 'Same side' })).toHaveAttribute('aria-pressed', 'false')
  await expect(turned).toBeHidden()
})
