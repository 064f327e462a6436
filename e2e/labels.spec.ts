import { expect, test } from './test.ts'
import { openBench, openWholeDemo } from './hatchery.ts'

test('the camera reads the label that was printed: the bench opens the right tray', async ({ page }) => {
  // The camera sees whatever picture it is shown.
  await page.addInitScript(() => {
    const canvas = document.createElement('canvas')
    canvas.width = 640
    canvas.height = 480
    const context = canvas.getContext('2d')!
    const seen = { image: null as ImageBitmap | null }
    Object.assign(globalThis, {
      showToCamera: async (svg: string) => {
        const image = new Image()
        image.src = `data:image/svg+xml,${encodeURIComponent(svg)}`
        await image.decode()
        seen.image = await createImageBitmap(image)
      },
    })
    setInterval(() => {
      context.fillStyle = '#555'
      context.fillRect(0, 0, 640, 480)
      if (seen.image) context.drawImage(seen.image, 200, 120, 240, 240)
    }, 100)
    navigator.mediaDevices.getUserMedia = () => Promise.resolve(canvas.captureStream(10))
  })
  await openWholeDemo(page)
  await page.goto('/#/sets/demo-saltmarsh/labels')
  const code = page.getByTestId('qr').first()
  await expect(code).toBeVisible()
  const svg = await code.evaluate((element) => {
    const copy = element.cloneNode(true) as SVGElement
    copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
    copy.setAttribute('width', '240')
    copy.setAttribute('height', '240')
    return copy.outerHTML
  })
  // At the bench of another set.
  await openBench(page)
  await page.getByRole('button', { name: 'Read a label' }).click()
  await expect(page.getByTestId('label-reader')).toContainText('Hold a label before the camera')
  await page.evaluate(
    (shown) => (globalThis as unknown as { showToCamera(svg: string): Promise<void> }).showToCamera(shown),
    svg,
  )
  await expect(page).toHaveURL(/sets\/demo-saltmarsh\/bench/)
  await expect(page.getByTestId('label-reader')).toBeHidden()
})
