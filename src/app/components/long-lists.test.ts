// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { h } from 'vue'
import { instantOf } from '../../core/time/local-date.ts'
import FewOf from './FewOf.vue'
import SetAsideRecord from './SetAsideRecord.vue'
import TimingChoice from './TimingChoice.vue'

describe('a long list', () => {
  it('shows the first, and more when asked', async () => {
    const items = Array.from({ length: 5000 }, (_, i) => i)
    const list = mount(FewOf<number>, { props: { items, most: 20, what: 'sets' }, slots: { default: ({ shown }: { shown: readonly number[] }) => shown.map((item) => h('i', item)) } })
    expect([list.findAll('i').length, list.find('button').text()]).toEqual([20, '20 more of 4980 sets'])
    await list.find('button').trigger('click')
    expect(list.findAll('i')).toHaveLength(40)
  })
})

describe('a record that was set aside', () => {
  const open = (value: unknown, problems: Array<{ path: Array<string | number>; sentence: string }>) =>
    mount(SetAsideRecord, { props: { record: { table: 'sets', value, problems }, zone: 'UTC', busy: false } })

  it('gives its faulty fields to be put right, numbers as numbers, and leaves the rest as it is', async () => {
    const value = { name: 'North', trays: [{ rows: 0, columns: 6 }], notes: 7 }
    const form = open(value, [{ path: ['trays', 0, 'rows'], sentence: 'rows must be at least 1, not 0.' }, { path: ['notes'], sentence: 'notes must be text.' }])
    expect(form.find('h3').text()).toBe('Set North')
    const [rows, notes] = form.findAll('input')
    await rows!.setValue('4')
    await notes!.setValue('dim shelf')
    await form.find('form').trigger('submit')
    expect(form.emitted('mend')![0]).toEqual([{ name: 'North', trays: [{ rows: 4, columns: 6 }], notes: 'dim shelf' }])
    expect(value.trays[0]!.rows).toBe(0)
  })

  it('can leave empty what is no single figure', async () => {
    const form = open({ name: 'North', place: { row: 99 } }, [{ path: ['place'], sentence: 'lies outside of its tray.' }])
    await form.find('input[type="checkbox"]').setValue(true)
    await form.find('form').trigger('submit')
    expect(form.emitted('mend')![0]).toEqual([{ name: 'North', place: null }])
  })
})

describe('the day of setting', () => {
  it.each(['202600-01-01', '0202-03-01', '20266-03-01', ''])('does not take %j, as it is while a year is typed', async (date) => {
    const nowMs = instantOf('2026-04-01', '10:00', 'UTC')
    const form = mount(TimingChoice, { props: { timing: { by: 'set', date: '2026-04-02', time: '18:00' }, species: [], nowMs, zone: 'UTC' } })
    const field = form.find<HTMLInputElement>('[data-testid="set-date"]')
    Object.defineProperty(field.element, 'value', { value: date })
    await field.trigger('change')
    expect(form.emitted('change')).toBeUndefined()
  })
})
