import type { Locator, Page } from '@playwright/test'

/** This page's camera sees whatever picture it is shown; nothing until then. */
export async function withShownCamera(page: Page): Promise<void> {
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
      if (seen.image) context.drawImage(seen.image, 110, 30, 420, 420)
    }, 100)
    navigator.mediaDevices.getUserMedia = () => Promise.resolve(canvas.captureStream(10))
  })
}

/** Holds a code that is on some screen before a page's camera. */
export async function holdBefore(page: Page, code: Locator): Promise<void> {
  const svg = await code.evaluate((element) => {
    const copy = element.cloneNode(true) as SVGElement
    copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
    copy.setAttribute('width', '420')
    copy.setAttribute('height', '420')
    return copy.outerHTML
  })
  await page.evaluate(
    (shown) => (globalThis as unknown as { showToCamera(svg: string): Promise<void> }).showToCamera(shown),
    svg,
  )
}
