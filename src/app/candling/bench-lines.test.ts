// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { createPinia } from 'pinia'
import { mount, type VueWrapper } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { newHatchery } from '../../contracts/records/hatchery-record.ts'
import { sampleReading, sampleRecords } from '../../contracts/records/sample-records.ts'
import { newEgg } from '../../contracts/records/egg-state.ts'
import { bluntPole, toEggFrame } from '../../core/geometry/egg-outline.ts'
import { linesOf, type HandLines as Lines } from '../../core/measure/by-hand.ts'
import EggPlaces from './EggPlaces.vue'
import HandLines from '../shared/ui/HandLines.vue'
import HandLinesPanel from './HandLinesPanel.vue'
import OutcomeChoice from '../shared/ui/OutcomeChoice.vue'
import VerdictPanel from './VerdictPanel.vue'
import { timelineOf } from '../../domain/timeline.ts'
import { chooseInList } from '../shared/kit/in-tests.ts'

const records = sampleRecords()
const [look] = records.looks
const [reading, clearReading] = records.eggs.map(sampleReading)
const lines = linesOf(reading!)
const hatchery = newHatchery('UTC')

/** Presses a key on a handle and gives the lines that come of it. */
async function press(wrapper: VueWrapper, handle: string, key: string, shiftKey = false): Promise<Lines> {
  await wrapper.find(`[data-handle="${handle}"]`).trigger('keydown', { key, shiftKey })
  return wrapper.emitted('change')!.at(-1)![0] as Lines
}
const overlay = (own: Lines = lines) => mount(HandLines, { props: { lines: own, stroke: 1 } })

describe('lines in the picture', () => {
  it('have a handle for poles, sides, the cell’s edge and the shadow, each with a name and a value', () => {
    const handles = overlay().findAll('[role="slider"]')
    expect(handles.length).toBe(4 + 3 + lines.shadow.length)
    expect(new Set(handles.map((handle) => handle.attributes('aria-label'))).size).toBe(handles.length)
    expect(
      handles.every((handle) => handle.attributes('tabindex') === '0' && handle.attributes('aria-valuetext')),
    ).toBe(true)
  })

  it('have none for what was not seen', () => {
    expect(overlay({ ...lines, cell: null, shadow: [] }).findAll('[role="slider"]')).toHaveLength(4)
  })

  it.each(['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'])(
    'a pole goes the way of %s, ten times as far with Shift',
    async (key) => {
      const before = bluntPole(lines.outline)
      const moved = async (shift: boolean): Promise<{ x: number; y: number }> => {
        const after = bluntPole((await press(overlay(), 'blunt', key, shift)).outline)
        return { x: after.x - before.x, y: after.y - before.y }
      }
      const [short, long] = [await moved(false), await moved(true)]
      const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[key]!
      expect(Math.sign(Math.round(short.x * 1e6))).toBeCloseTo(way[0]!)
      expect(Math.sign(Math.round(short.y * 1e6))).toBeCloseTo(way[1]!)
      expect(Math.hypot(long.x, long.y) / Math.hypot(short.x, short.y)).toBeCloseTo(10, 6)
    },
  )

  it.each([0, 0.7, 1.6, 2.5, -2.1, -0.9])(
    'an end of the cell’s edge slides along the silhouette on an axis of %d',
    async (axisRad) => {
      const own = { ...lines, outline: { ...lines.outline, axisRad } }
      // Toward the small pole in the picture, by whichever arrow points there most.
      const key =
        Math.abs(Math.cos(axisRad)) > Math.abs(Math.sin(axisRad))
          ? Math.cos(axisRad) > 0
            ? 'ArrowLeft'
            : 'ArrowRight'
          : Math.sin(axisRad) > 0
            ? 'ArrowUp'
            : 'ArrowDown'
      const after = await press(overlay(own), 'cell-left', key)
      expect(after.cell!.left).toBeGreaterThan(own.cell!.left)
      expect(after.cell!.right).toBe(own.cell!.right)
      expect(after.outline).toEqual(own.outline)
    },
  )

  it('a corner of the shadow moves alone', async () => {
    const after = await press(overlay(), 'shadow-2', 'ArrowRight', true)
    expect(after.shadow[2]!.x).toBeGreaterThan(lines.shadow[2]!.x)
    expect(after.shadow.filter((_, i) => i !== 2)).toEqual(lines.shadow.filter((_, i) => i !== 2))
  })

  it('the side makes the egg wider, and leaves its length', async () => {
    const along = toEggFrame(lines.outline, {
      x: lines.outline.centre.x + 1,
      y: lines.outline.centre.y,
    }).across
    const after = await press(overlay(), 'right', along > 0 ? 'ArrowRight' : 'ArrowLeft', true)
    expect(after.outline.halfLengthPx).toBe(lines.outline.halfLengthPx)
    expect(after.outline.halfBreadthPx).not.toBe(lines.outline.halfBreadthPx)
  })

  it('other keys are left to the page', async () => {
    const wrapper = overlay()
    await wrapper.find('[data-handle="blunt"]').trigger('keydown', { key: 'Enter' })
    expect(wrapper.emitted('change')).toBeUndefined()
  })
})

describe('the panel beside them', () => {
  const panel = (own: Lines, canCalibrate = false) =>
    mount(HandLinesPanel, {
      props: { look: look!, measured: lines, lines: own, hatchery, busy: false, canCalibrate },
    })

  it('follows the lines', async () => {
    const wrapper = panel(lines)
    const depth = (): number => Number.parseFloat(wrapper.find('[data-figure="Air cell depth"]').text())
    const before = depth()
    await wrapper.setProps({
      lines: { ...lines, cell: { left: lines.cell!.left + 0.05, right: lines.cell!.right + 0.05, bow: 0 } },
    })
    expect(depth()).toBeCloseTo(before + 5, 0)
    await wrapper.setProps({ lines: { ...lines, cell: null } })
    expect(wrapper.find('[data-figure="Air cell depth"]').text()).toBe('not seen')
  })

  it('takes the cell and the shadow away, and draws new ones', async () => {
    const wrapper = panel(lines)
    await wrapper
      .findAll('button')
      .find((button) => button.text() === 'Air cell not seen')!
      .trigger('click')
    expect(wrapper.emitted('change')!.at(-1)![0]).toMatchObject({ cell: null })
    const bare = panel({ ...lines, shadow: [] })
    await bare
      .findAll('button')
      .find((button) => button.text() === 'Draw a shadow')!
      .trigger('click')
    expect((bare.emitted('change')!.at(-1)![0] as Lines).shadow.length).toBeGreaterThan(5)
  })

  it('asks for the collar’s width only where it is marked, and offers to calibrate only where that makes sense', () => {
    expect(panel(lines).text()).not.toContain('Collar, across')
    expect(
      panel({
        ...lines,
        collar: [
          { x: 0, y: 0 },
          { x: 90, y: 0 },
        ],
      }).text(),
    ).toContain('Collar, across')
    expect(panel(lines).text()).not.toContain('Calibrate the camera')
    expect(panel(lines, true).text()).toContain('Calibrate the camera')
  })
})

describe('the verdict', () => {
  const panel = (egg = records.eggs[0]!, own = look!) =>
    mount(VerdictPanel, {
      props: {
        look: own,
        egg,
        hatchery,
        timeline: timelineOf(records.sets[0]!, hatchery),
        earlier: [],
        mates: [],
      },
      // Whether it may be another egg is asked of the book.
      global: { plugins: [createPinia()] },
    })

  it('says that sizes are relative until a scale is known', () => {
    expect(panel().find('[data-testid="size"]').text()).toContain('Sizes are relative')
    expect(
      panel({ ...records.eggs[0]!, lengthMm: 57, breadthMm: 43 })
        .find('[data-testid="size"]')
        .text(),
    ).toMatch(/57 × 43 ±\s+0\.\d mm \(scale: its calliper size\)/)
  })
})

describe('several eggs in one picture', () => {
  const eggs = [1, 2].map((number) => newEgg({ id: `egg-${number}`, setId: 'set-1', number, place: null }))
  const picture = {
    photo: new Blob(),
    source: 'file' as const,
    takenAt: '2026-03-11T08:00:00.000Z',
    widthPx: 640,
    heightPx: 320,
    eggs: [
      { reading: reading!, place: eggs[0]! },
      { reading: clearReading!, place: null },
    ],
  }
  const panel = mount(EggPlaces, {
    props: { picture, waiting: eggs, placeOf: (egg) => `A${egg.number}`, busy: false },
  })

  it('counts those that have a place, and says which egg goes where', async () => {
    expect(panel.text()).toContain('2 eggs in this picture')
    expect(panel.text()).toContain('Keep 1 look')
    await chooseInList(panel, 'Egg 2', 'A2, egg 2')
    expect(panel.emitted('place')!.at(-1)).toEqual([1, eggs[1]])
    await chooseInList(panel, 'Egg 1', 'none: do not save')
    expect(panel.emitted('place')!.at(-1)).toEqual([0, null])
    expect(panel.find('[data-testid="unseen"]').exists()).toBe(false)
  })

  it('names the places amid them where an egg waits and none was made out', async () => {
    const inRow = [0, 1, 2, 3].map((column) =>
      newEgg({ id: `row-${column}`, setId: 'set-1', number: column, place: { trayId: 't', row: 0, column } }),
    )
    await panel.setProps({
      waiting: inRow,
      picture: {
        ...picture,
        eggs: [
          { reading: reading!, place: inRow[0]! },
          { reading: clearReading!, place: inRow[2]! },
        ],
      },
    })
    expect(panel.find('[data-testid="unseen"]').text()).toMatch(
      /No egg was found at A1, where one is expected. Photograph\s+it on its own/,
    )
  })
})

describe('what became of an egg', () => {
  it('is not known until it is said', async () => {
    const choice = mount(OutcomeChoice, { props: { egg: records.eggs[0]! } })
    expect(choice.text()).toContain('unknown')
    await chooseInList(choice, 'Outcome', 'Died early, blood ring')
    await chooseInList(choice, 'Outcome', 'unknown')
    expect(choice.emitted('choose')).toEqual([['blood-ring'], [null]])
  })
})
