// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import SetAsideRecord from './SetAsideRecord.vue'

describe('a record that was set aside', () => {
  const open = (value: unknown, problems: Array<{ path: Array<string | number>; sentence: string }>) =>
    mount(SetAsideRecord, { props: { record: { table: 'sets', value, problems }, zone: 'UTC', busy: false } })

  it('gives its faulty fields to be put right, numbers as numbers, and leaves the rest as it is', async () => {
    const value = { name: 'North', trays: [{ rows: 0, columns: 6 }], notes: 7 }
    const form = open(value, [
      { path: ['trays', 0, 'rows'], sentence: 'rows must be at least 1, not 0.' },
      { path: ['notes'], sentence: 'notes must be text.' },
    ])
    expect(form.find('h3').text()).toBe('Set North')
    const [rows, notes] = form.findAll('input')
    await rows!.setValue('4')
    await notes!.setValue('dim shelf')
    await form.find('form').trigger('submit')
    expect(form.emitted('mend')![0]).toMatchObject([
      { name: 'North', trays: [{ rows: 4, columns: 6 }], notes: 'dim shelf' },
    ])
    expect(value.trays[0]!.rows).toBe(0)
  })

  it('can leave empty what is no single figure', async () => {
    const form = open({ name: 'North', place: { row: 99 } }, [
      { path: ['place'], sentence: 'lies outside of its tray.' },
    ])
    await form.find('input[type="checkbox"]').setValue(true)
    await form.find('form').trigger('submit')
    expect(form.emitted('mend')![0]).toMatchObject([{ name: 'North', place: null }])
  })
})
