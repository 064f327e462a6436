import { bookOnDisk } from './book-on-disk.ts'
import { expect, test } from './test.ts'
import { choose } from './kit.ts'

test(
  'the first egg of an empty book: looked at by itself, kept in a set of its own, and nothing before that',
  { tag: '@main' },
  async ({ page }) => {
    const set = page.getByLabel('Set', { exact: true })
    await page.goto('/')
    await page.getByRole('main').getByRole('link', { name: 'Look at one egg' }).click()
    await choose(page.getByLabel('Bird'), 'Chicken')
    await choose(page.getByLabel('Shell'), 'white')
    await page.getByTestId('quick-input').setInputFiles('fixtures/photos/p-0043.jpg')
    await expect(page.getByTestId('suggestion')).toBeVisible()
    // Its day is not known, and that is said instead of guessed.
    await expect(page.getByTestId('no-day')).toBeVisible()
    await page.getByLabel('Days since setting').fill('10')
    await expect(page.getByTestId('no-day')).toBeHidden()
    await expect(page.getByTestId('reasons').getByRole('listitem').first()).toBeVisible()
    await expect(
      page.getByRole('img', { name: 'The egg with its measurements' }).locator('[data-part=outline]'),
    ).toBeVisible()
    expect((await bookOnDisk(page)).looks).toEqual([])

    await choose(set, 'a new set with this egg')
    await page.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(page.getByTestId('kept')).toContainText('Saved in Chicken')
    await page.reload()
    const { looks, orphans } = await bookOnDisk(page)
    expect([looks.length, looks[0]!.photo, orphans]).toEqual([1, true, 0])
    await page.getByRole('link', { name: 'Today' }).click()
    await expect(page.getByRole('heading', { name: /^Chicken, set/ })).toBeVisible()

    // The next one is another look at that egg.
    await page.getByRole('navigation').getByRole('link', { name: 'Look at one egg' }).click()
    await page.getByTestId('quick-input').setInputFiles('fixtures/photos/p-0005.jpg')
    await expect(page.getByTestId('suggestion')).toBeVisible()
    await choose(set, 1)
    await choose(page.getByLabel('Egg', { exact: true }), 0)
    await page.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(page.getByTestId('kept')).toBeVisible()
    await page.getByRole('link', { name: 'Open bench' }).click()
    await expect(page.getByTestId('current-egg')).toBeVisible()
    await expect(page.getByTestId('suggestion')).toBeVisible()
    // What is not an egg is said, and nothing is lost.
    await page.goto('/#/look')
    await page
      .getByTestId('quick-input')
      .setInputFiles({ name: 'letter.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') })
    await expect(page.getByTestId('problem')).toBeVisible()
  },
)
