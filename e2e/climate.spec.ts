import { createServer, type Server } from 'node:http'
import { createServer as createSocketServer, type AddressInfo } from 'node:net'
import { fileURLToPath } from 'node:url'
import { Aedes } from 'aedes'
import mqtt from 'mqtt'
import { MINUTE_MS, HOUR_MS } from '../src/core/time/durations.ts'
import { expect, ownBrowserTest as test } from './test.ts'
import { openDemo } from './hatchery.ts'
import { STAND_IN_KINDS } from '../src/contracts/wire/devices.ts'
import { createApp } from '../src/server/createApp.ts'
import { ProbeHub } from '../src/server/probes/hub.ts'
import { sensorSource } from '../src/server/probes/sources.ts'
import { choose } from './kit.ts'

/** A server of its own whose clock can be moved, with a broker to which anybody may publish. */
async function withBroker() {
  let aheadMs = 0
  const broker = await Aedes.createBroker()
  const sockets = createSocketServer((socket) => void broker.handle(socket))
  await new Promise<void>((ready) => sockets.listen(0, '127.0.0.1', ready))
  const address = `mqtt://127.0.0.1:${(sockets.address() as AddressInfo).port}`
  const hub = new ProbeHub(() => Date.now() + aheadMs)
  hub.follow(sensorSource(`Shed=${address}/hatchery/shed`))
  const server: Server = createServer(
    createApp({
      appFolder: fileURLToPath(new URL('../dist', import.meta.url)),
      hub,
      standIns: STAND_IN_KINDS,
    }),
  )
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready))
  const publisher = await mqtt.connectAsync(address)
  return {
    base: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    say: (celsius: number, humidity: number) =>
      publisher.publishAsync('hatchery/shed', JSON.stringify({ temperature: celsius, humidity }), { qos: 1 }),
    goOn: (ms: number) => void (aheadMs += ms),
    async close() {
      await publisher.endAsync()
      hub.close()
      broker.close()
      sockets.close()
      server.closeAllConnections()
      server.close()
    },
  }
}

test('a sensor publishes by MQTT, falls silent, comes back: alarm shown and logged, nothing lost', async ({
  page,
}) => {
  const shed = await withBroker()
  try {
    await page.clock.install()
    await page.goto(`${shed.base}/`)
    await page.getByRole('button', { name: 'Open the demo hatchery' }).click()
    await expect(page.getByRole('heading', { name: 'Beacon hens, spring set' })).toBeVisible()
    await page.goto(`${shed.base}/#/incubators/demo-cabinet`)
    /** Time passes, for the page as for the server. */
    const pass = async (minutes: number): Promise<void> => {
      shed.goOn(minutes * MINUTE_MS)
      await page.clock.fastForward(minutes * MINUTE_MS)
    }
    await shed.say(37.4, 51)
    const sensors = page.getByTestId('sensors')
    await expect(async () => {
      await pass(1)
      await expect(sensors).toContainText('Shed', { timeout: 10_000 })
    }).toPass()
    await sensors
      .getByRole('listitem')
      .filter({ hasText: 'Shed' })
      .getByRole('button', { name: 'Add at the eggs' })
      .click()
    await expect(sensors.getByRole('button', { name: 'Check Shed' })).toBeVisible()
    const latest = page.getByRole('list', { name: 'Latest readings' })
    await shed.say(37.7, 53)
    await expect(async () => {
      await pass(0.5)
      await expect(latest.filter({ hasText: 'Shed' })).toContainText('37.7 °C', { timeout: 10_000 })
    }).toPass()
    // The stand-ins of the demo are not on this server: those sensors are silent, and this one is not yet.
    await page.goto(`${shed.base}/#/`)
    const log = page.getByTestId('log')
    await pass(12)
    await page.goto(`${shed.base}/#/incubators/demo-cabinet`)
    await expect(page.getByTestId('alarms')).toContainText('Shed: No reading from the sensor')
    await expect(log.getByText('Alarm: No reading from the sensor').first()).toBeVisible()
    await shed.say(39.2, 53)
    await expect(async () => {
      await pass(0.5)
      await expect(page.getByTestId('alarms')).toContainText('39.2 °C: too hot for the eggs', {
        timeout: 10_000,
      })
    }).toPass()
    await expect(page.getByTestId('alarms')).not.toContainText('Shed: No reading from the sensor')
    await expect(log).toContainText('Alarm over')
    // On every other page it stands above all else, until somebody has seen it.
    await page.goto(`${shed.base}/#/`)
    await expect(page.getByTestId('alarm')).toContainText('too hot for the eggs')
    await page.getByRole('button', { name: 'Dismiss' }).click()
    await expect(page.getByTestId('alarm')).toBeHidden()
    // While the page is away the server hears on; what was said then is there after it is opened again.
    await page.goto('about:blank')
    await shed.say(38.3, 49)
    await page.goto(`${shed.base}/#/incubators/demo-cabinet?days=1`)
    await expect(async () => {
      await pass(0.2)
      await expect(latest.filter({ hasText: 'Shed' })).toContainText('38.3 °C', { timeout: 10_000 })
    }).toPass()
  } finally {
    await shed.close()
  }
})

test('the round: due today, made with one hand, taken back, and there after a reload', async ({ page }) => {
  await openDemo(page)
  await page.goto('/#/incubators/demo-cabinet/round')
  await expect(page.getByTestId('round-standing')).toContainText(/Due|Made/)
  await page.keyboard.press('w')
  await expect(page.getByTestId('round-done')).toHaveText('Water topped up')
  await expect(page.getByRole('group', { name: 'Water' })).toContainText('topped up just now')
  await expect(page.getByTestId('round-standing')).toContainText('Done. Next round at')
  await page.getByLabel('Display, °C: more').click()
  await page.getByRole('button', { name: /Save readings/ }).click()
  await expect(page.getByTestId('round-done')).toHaveText('Reading saved')
  await page.getByLabel('Hygrometer, %', { exact: true }).fill('400')
  await page.getByRole('button', { name: /Save readings/ }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'from 1 to 100' })).toBeVisible()
  await page.reload()
  await expect(page.getByTestId('round-standing')).toContainText('Done.')
  await page.getByRole('heading', { level: 1 }).click()
  for (const label of ['reading', 'round']) {
    await page.keyboard.press('z')
    await expect(page.getByTestId('round-done')).toHaveText(`Undone: ${label}`)
  }
  await expect(page.getByRole('group', { name: 'Water' })).toContainText('not recorded yet')
})

test('a logger’s file is brought in, in its own language, and taken back', async ({ page }) => {
  await openDemo(page)
  await page.goto('/#/incubators/demo-cabinet')
  const logger = page.getByTestId('logger')
  const now = Date.now() - 3 * HOUR_MS
  const rows = Array.from({ length: 12 }, (_, i) => {
    const at = new Date(now + i * 10 * MINUTE_MS).toISOString().slice(0, 16).replace('T', ' ')
    return `${at};${i === 5 ? 'kaputt' : '37,4'};51,2`
  })
  await logger.locator('input[type=file]').setInputFiles({
    name: 'Regal 2.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`\uFEFFZeitpunkt;Messwert A;Messwert B\r\n${rows.join('\r\n')}\r\n`),
  })
  await expect(logger.getByRole('alert')).toContainText('No column with temperature or humidity was found')
  await choose(logger.getByLabel('Messwert A means'), 'temperature, °C')
  await choose(logger.getByLabel('Messwert B means'), 'humidity, %')
  await expect(page.getByTestId('logger-found')).toContainText('11 readings')
  await logger.getByText('1 row left out').click()
  await expect(logger.getByText('line 7: “kaputt” is not a number')).toBeVisible()
  await logger.getByRole('button', { name: 'Import' }).click()
  await expect(logger.getByRole('status')).toContainText('11 readings imported as “Regal 2”')
  await expect(page.getByTestId('findings')).toContainText('Regal 2')
  // The next file of the same logger is understood by itself.
  await logger.locator('input[type=file]').setInputFiles({
    name: 'Regal 2.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`Zeitpunkt;Messwert A;Messwert B\n${rows[0]}\n`),
  })
  await expect(page.getByTestId('logger-found')).toContainText('1 reading')
  await logger.getByRole('button', { name: 'Cancel' }).click()
  await page.getByRole('heading', { level: 1 }).click()
  await page.keyboard.press('z')
  await expect(page.getByTestId('sensors')).not.toContainText('Regal 2')
})

test('a sensor is checked over wet salt: from then on and before, what it shows too much is taken off', async ({
  page,
}) => {
  await openDemo(page)
  await page.goto('/#/incubators/demo-loft')
  const sensors = page.getByTestId('sensors')
  /** Pixels of the first probe’s curve, which is the lamp’s colour. */
  const drawn = (): Promise<number> =>
    page
      .getByTestId('air-drawn')
      .locator('canvas')
      .evaluate((canvas: HTMLCanvasElement) => {
        const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height)
        let count = 0
        for (let i = 0; i < data.length; i += 4)
          if (Math.abs(data[i]! - 0x9a) + Math.abs(data[i + 1]! - 0x4f) + Math.abs(data[i + 2]! - 0x07) < 60)
            count++
        return count
      })
  await expect.poll(drawn).toBeGreaterThan(300)
  await expect(page.getByTestId('excursion').first()).toContainText('harmful if it lasts')
  await sensors.getByRole('button', { name: 'Check Loft air' }).click()
  await sensors.getByLabel('Sensor shows, %').fill('83')
  await sensors.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(sensors).toContainText('shows 8 points too high; readings are corrected')
  await expect(page.getByTestId('compared').filter({ hasText: 'points of humidity' })).toContainText(
    /Loft air shows 9\.\d points of humidity less than Loft eggs/,
  )
  await page.getByTestId('chart').focus()
  await page.keyboard.press('Home')
  // The cursor leaves the curves where they are.
  expect(await drawn()).toBeGreaterThan(300)
  await expect(page.getByTestId('chart-words')).toContainText(/Loft eggs \d\d\.?\d? °C/)
})
