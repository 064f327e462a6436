import { readFile } from 'node:fs/promises'
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
      showToCamera: async (address: string) => {
        const image = new Image()
        image.src = address
        await image.decode()
        seen.image = await createImageBitmap(image)
      },
    })
    setInterval(() => {
      context.fillStyle = seen.image ? '#333' : '#000'
      context.fillRect(0, 0, 640, 480)
      if (!seen.image) return
      const scale = 440 / seen.image.height
      const width = seen.image.width * scale
      context.drawImage(seen.image, 320 - width / 2, 20, width, 440)
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
  await show(page, `data:image/svg+xml,${encodeURIComponent(svg)}`)
}

/** Puts an egg before a page's camera. @param photo - of a JPEG file */
export async function putBefore(page: Page, photo: string): Promise<void> {
  await show(page, `data:image/jpeg;base64,${(await readFile(photo)).toString('base64')}`)
}

async function show(page: Page, address: string): Promise<void> {
  await page.evaluate(
    (shown) =>
      (globalThis as unknown as { showToCamera(address: string): Promise<void> }).showToCamera(shown),
    address,
  )
}
