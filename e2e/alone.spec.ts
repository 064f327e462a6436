import { readFile } from 'node:fs/promises'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { extname, join, normalize } from 'node:path'
import { DAY_MS } from '../src/core/time/durations.ts'
import { expect, serverTest as test } from './test.ts'
import { openBeacon, openBench, openDemo, photograph, verdictShown } from './hatchery.ts'

test('no request leaves the machine', async ({ page, baseURL }) => {
  const elsewhere: string[] = []
  page.on('request', (request) => {
    const url = new URL(request.url())
    if (!['blob:', 'data:'].includes(url.protocol) && url.origin !== new URL(baseURL!).origin)
      elsewhere.push(request.url())
  })
  page.on('console', (message) => {
    if (/Content Security Policy/.test(message.text())) elsewhere.push(message.text())
  })
  await openDemo(page)
  await openBench(page)
  await photograph(page)
  for (const path of [
    '/#/',
    '/#/sets/demo-beacon',
    '/#/sets/demo-beacon/removal',
    '/#/sets/demo-beacon/candle',
    '/#/sets/demo-beacon/wall',
    '/#/sets/demo-beacon/labels',
    '/#/plan',
    '/#/hatchery',
    '/#/rightness',
    '/#/records',
  ]) {
    await page.goto(path)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    if (path === '/#/plan') {
      await page.getByLabel('Laid from').fill(new Date(Date.now() - 3 * DAY_MS).toISOString().slice(0, 10))
      await page.getByRole('button', { name: 'Add to basket' }).click()
      await expect(page.locator('figure svg').first()).toBeVisible()
    }
  }
  expect(elsewhere).toEqual([])
})

test('the content policy stops a request to elsewhere', async ({ page }) => {
  await page.goto('/')
  const outcome = await page.evaluate(() =>
    fetch('http://127.0.0.1:9/').then(
      () => 'went',
      (error: Error) => error.name,
    ),
  )
  expect(outcome).toBe('TypeError')
  const violation = page.evaluate(
    () =>
      new Promise((resolve) => {
        document.addEventListener('securitypolicyviolation', (event) => resolve(event.violatedDirective), {
          once: true,
        })
        fetch('http://127.0.0.1:9/').catch(() => undefined)
      }),
  )
  expect(await violation).toBe('connect-src')
})

test('works as plain files on any web host, in a folder, without the server', async ({ page }) => {
  const types: Record<string, string> = {
    '.html': 'text/html',
    '.js': 'text/javascript',
    '.css': 'text/css',
    '.svg': 'image/svg+xml',
    '.woff2': 'font/woff2',
  }
  const host = createServer((request, response) => {
    const path = normalize(new URL(request.url!, 'http://x').pathname).replace(/^\/eggs/, '')
    readFile(join('dist', path === '/' ? 'index.html' : path)).then(
      (bytes) => response.setHeader('content-type', types[extname(path)] ?? 'text/html').end(bytes),
      () => response.writeHead(404).end('<h1>Not found</h1>'),
    )
  })
  await new Promise<void>((resolve) => host.listen(0, '127.0.0.1', resolve))
  try {
    await page.goto(`http://127.0.0.1:${(host.address() as AddressInfo).port}/eggs/`)
    await page.getByRole('button', { name: 'Open the demo hatchery' }).click()
    await page.getByRole('link', { name: 'Beacon hens, spring set' }).first().click()
    await page.getByRole('link', { name: 'Open bench' }).click()
    await expect(page.getByRole('radio', { name: 'Files' })).toBeChecked()
    await expect(page.getByText('Simulated camera')).toHaveCount(0)
    await page.getByTestId('file-input').setInputFiles('fixtures/photos/p-0009.jpg')
    await verdictShown(page)
  } finally {
    host.closeAllConnections()
    host.close()
  }
})

test('an address of no set, and a part of the program that an update took away, are said and not left blank', async ({
  page,
}) => {
  await openBeacon(page)
  for (const path of ['', '/bench', '/candle', '/removal', '/wall', '/labels']) {
    await page.goto(`/#/sets/demo-beacon${path}`)
    await expect(page.getByTestId('no-such-set')).toBeHidden()
    await page.goto(`/#/sets/nowhere${path}`)
    await expect(page.getByTestId('no-such-set')).toBeVisible()
  }
  await page.goto('/#/')
  await page.reload()
  await page.route('**/assets/HatcheryView*', (route) => route.fulfill({ status: 404, body: 'gone' }))
  await page.getByRole('link', { name: 'Hatchery', exact: true }).click()
  await expect(page.getByTestId('trouble')).toContainText('Perlumen may have been updated')
  await expect(page.getByRole('button', { name: 'Reload' })).toBeVisible()
})
