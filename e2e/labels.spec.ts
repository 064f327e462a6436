import { expect, test } from './test.ts'
import { openBench, openDemo } from './hatchery.ts'
import { holdBefore, withShownCamera } from './shown-camera.ts'

test('the camera reads the label that was printed: the bench opens the right tray', async ({ page }) => {
  await withShownCamera(page)
  await openDemo(page)
  // Printed from a page of its own, so that the camera can look at it while the bench is open.
  const sheet = await page.context().newPage()
  await sheet.goto('/#/sets/demo-saltmarsh/labels')
  const code = sheet.getByTestId('qr').first()
  await expect(code).toBeVisible()
  // At the bench of another set.
  await openBench(page)
  await page.getByRole('button', { name: 'Read a label' }).click()
  await expect(page.getByTestId('code-reader')).toContainText('Hold a label in front of the camera')
  await holdBefore(page, code)
  await expect(page).toHaveURL(/sets\/demo-saltmarsh\/bench/)
  await expect(page.getByTestId('code-reader')).toBeHidden()
})
