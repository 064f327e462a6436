// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { z } from 'zod'
import CheckBox from './CheckBox.vue'
import FewChoice from './FewChoice.vue'
import FilePick from './FilePick.vue'
import KitProgress from './KitProgress.vue'
import KitFold from './KitFold.vue'
import { chooseInList, chooseOfFew, fieldOf } from './in-tests.ts'
import KitButton from './KitButton.vue'
import ListChoice from './ListChoice.vue'
import LongTextField from './LongTextField.vue'
import NumberField from './NumberField.vue'
import { optionsOf } from './options.ts'
import SearchChoice from './SearchChoice.vue'
import SliderField from './SliderField.vue'
import TextField from './TextField.vue'
import { useKitForm } from './useKitForm.ts'

const SHELLS = optionsOf({ white: 'White', brown: 'Brown' })

describe('a button', () => {
  it('is pressed, and sends no form by itself', async () => {
    const button = mount(KitButton, { slots: { default: 'Save' } })
    await button.trigger('click')
    expect(button.attributes('type')).toBe('button')
    expect(button.emitted('click')).toHaveLength(1)
  })
  it('leads to a page where it has one', () => {
    const link = mount(KitButton, {
      props: { to: '/plan' },
      global: { stubs: { RouterLink: { props: ['to'], template: '<a :href="to"><slot /></a>' } } },
    })
    expect(link.find('a').attributes('href')).toBe('/plan')
  })
})

describe('a figure', () => {
  const open = (props: object = {}) => mount(NumberField, { props: { label: 'Weight', ...props } })
  it('is typed with a comma or a point, and said when one leaves the field', async () => {
    const field = open({ modelValue: null })
    const input = field.get<HTMLInputElement>('input')
    input.element.value = '57,5'
    await input.trigger('input')
    expect([field.emitted('update:modelValue'), field.emitted('change')]).toEqual([[[57.5]], undefined])
    await input.trigger('change')
    expect(field.emitted('change')).toEqual([[57.5]])
  })
  it.each([
    ['many', {}, 'is no number'],
    ['0.5', { least: 1, most: 9 }, 'A number from 1 to 9.'],
    ['0', { least: 1 }, '1 or more.'],
    ['10', { most: 9 }, '9 or less.'],
    ['0', { positive: true }, 'A number above 0.'],
  ])('“%s” is answered at its field, and taken for nothing', async (typed, props, words) => {
    const field = open(props)
    await field.get('input').setValue(typed)
    await field.get('input').trigger('change')
    expect(field.get('[role="alert"]').text()).toContain(words)
    expect(field.get('input').attributes('aria-describedby')).toBe(
      field.get('[role="alert"]').attributes('id'),
    )
    expect(field.emitted('change')).toBeUndefined()
  })
  it('that must not be empty says so where it was emptied, and changes nothing', async () => {
    const field = open({ modelValue: 4, required: true })
    await field.get('input').setValue('')
    expect(field.get('[role="alert"]').text()).toBe('Enter a number. Nothing was changed.')
    expect(field.emitted('change')).toBeUndefined()
    await field.get('input').setValue('5')
    expect(field.find('[role="alert"]').exists()).toBe(false)
  })
  it('that is emptied says so', async () => {
    const field = open({ modelValue: 4 })
    await field.get('input').setValue('')
    expect(field.emitted('emptied')).toHaveLength(1)
  })
  it('follows what is put there from elsewhere', async () => {
    const field = open({ modelValue: 4 })
    await field.setProps({ modelValue: 7 })
    expect(field.get<HTMLInputElement>('input').element.value).toBe('7')
  })
})

describe('text', () => {
  it.each([TextField, LongTextField])(
    'is said as it is typed, and again when one leaves it',
    async (Field) => {
      const field = mount(Field as typeof TextField, { props: { label: 'Notes', modelValue: '' } })
      const input = fieldOf(field as never, 'Notes')
      await input.setValue('dim')
      expect(field.emitted('update:modelValue')).toEqual([['dim']])
      expect(field.emitted('change')).toEqual([['dim']])
    },
  )
  it('has its error in the place of its hint', async () => {
    const field = mount(TextField, { props: { label: 'Days', hint: '7, 14' } })
    expect(field.text()).toContain('7, 14')
    await field.setProps({ error: 'Enter days.' })
    expect(field.text()).not.toContain('7, 14')
    expect(field.get('[role="alert"]').text()).toBe('Enter days.')
  })
})

describe('a choice', () => {
  it('of a list is opened, and one is pressed', async () => {
    const list = mount(ListChoice, { props: { label: 'Shell', options: SHELLS, modelValue: 'white' } })
    expect(list.get('button').text()).toContain('White')
    await chooseInList(list as never, 'Shell', 'Brown')
    expect(list.emitted('change')).toEqual([['brown']])
    expect(list.findAll('[role="option"]')).toHaveLength(0)
  })
  it('of a few is seen whole; Space on what is chosen already is the page’s own key', async () => {
    const few = mount(FewChoice, {
      props: { label: 'Shell', options: SHELLS, modelValue: 'white' },
      attachTo: document.body,
    })
    const heard = vi.fn()
    window.addEventListener('keydown', heard)
    const [white, brown] = few.findAll('[role="radio"]')
    await white!.trigger('keydown', { key: ' ', code: 'Space' })
    expect(heard.mock.calls.map(([event]) => (event as KeyboardEvent).target instanceof HTMLElement)).toEqual(
      [false],
    )
    expect(few.emitted('change')).toBeUndefined()
    await chooseOfFew(few as never, 'Brown')
    expect(few.emitted('change')).toEqual([['brown']])
    expect(brown!.attributes('aria-checked')).toBe('true')
    window.removeEventListener('keydown', heard)
    few.unmount()
  })
  it('of a few in a dialog keeps Space to itself', async () => {
    const Asked = {
      components: { FewChoice },
      data: () => ({ SHELLS }),
      template: '<div role="dialog"><FewChoice label="Shell" :options="SHELLS" model-value="white" /></div>',
    }
    const asked = mount(Asked, { attachTo: document.body })
    const heard = vi.fn()
    window.addEventListener('keydown', heard)
    await asked.get('[role="radio"]').trigger('keydown', { key: ' ', code: 'Space' })
    expect(heard).not.toHaveBeenCalled()
    window.removeEventListener('keydown', heard)
    asked.unmount()
  })
  it('by a check is so or not, or one of a list', async () => {
    const single = mount(CheckBox, { props: { modelValue: false }, slots: { default: 'Turned' } })
    await single.get('input').setValue(true)
    expect(single.emitted('update:modelValue')).toEqual([[true]])
    const ofList = mount(CheckBox, { props: { modelValue: ['a'], value: 'b', label: 'Choose b' } })
    await ofList.get('input').setValue(true)
    expect(ofList.emitted('update:modelValue')!.at(-1)).toEqual([['a', 'b']])
    expect(ofList.get('input').attributes('aria-label')).toBe('Choose b')
  })
  it('on a scale is a number', async () => {
    const slider = mount(SliderField, { props: { label: 'Humidity', least: 20, most: 80, modelValue: 50 } })
    await slider.get('input').setValue('65')
    expect(slider.emitted('update:modelValue')).toEqual([[65]])
  })
})

describe('a search in a list', () => {
  const BREEDS = [
    { value: 'm', name: 'Marsh Grey' },
    { value: 's', name: 'Sandhill Brown' },
  ]
  const open = (props: object = {}) =>
    mount(SearchChoice, { props: { label: 'Breed', options: BREEDS, modelValue: '', ...props } })
  const offered = (list: ReturnType<typeof open>) => list.findAll('[role="option"]').map((one) => one.text())

  it('finds by some letters, whatever their case, and says what was pressed', async () => {
    const list = open()
    await list.get('input').setValue('MARSHG')
    expect(offered(list)).toEqual(['Marsh Grey'])
    await list.get('[role="option"]').trigger('mousedown')
    expect(list.emitted('change')).toEqual([['m']])
  })
  it('says that nothing is called so, and takes nothing for it', async () => {
    const list = open()
    await list.get('input').setValue('zzz')
    expect(list.text()).toContain('Nothing in the list')
    await list.trigger('focusout')
    expect(list.emitted('update:modelValue')).toBeUndefined()
  })
  it('takes what stands in no list where that is allowed, before anything that is like it', async () => {
    const list = open({ own: true })
    await list.get('input').setValue('Marsh')
    expect(offered(list)).toEqual(['Marsh', 'Marsh Grey'])
    expect(list.emitted('update:modelValue')).toEqual([['Marsh']])
    await list.setProps({
      options: [
        { value: 'Great Marsh', name: 'Great Marsh' },
        { value: 'Marsh', name: 'Marsh' },
      ],
    })
    expect(offered(list)).toEqual(['Marsh', 'Great Marsh'])
    await list.setProps({ options: [{ value: 'Marsh', name: 'Marsh' }] })
    expect(offered(list)).toEqual([])
    await list.setProps({ modelValue: 'Marsh' })
    await list.trigger('focusout')
    expect(list.emitted('change')).toEqual([['Marsh']])
  })
})

describe('something long', () => {
  it('says how far it is, and is stopped', async () => {
    const bar = mount(KitProgress, {
      props: { done: 3, total: 12, stop: 'Stop' },
      slots: { default: '3 of 12' },
    })
    expect([bar.get('progress').attributes('value'), bar.text()]).toEqual(['3', '3 of 12 Stop'])
    await bar.get('button').trigger('click')
    expect(bar.emitted('stop')).toHaveLength(1)
  })
})

describe('what is folded', () => {
  it('is there once its title is pressed', async () => {
    const fold = mount(KitFold, { props: { title: 'Have ready' }, slots: { default: 'A towel' } })
    expect(fold.text()).not.toContain('A towel')
    await fold.get('button').trigger('click')
    expect(fold.text()).toContain('A towel')
  })
})

describe('files', () => {
  it('are handed on, and the same one may be chosen again', async () => {
    const pick = mount(FilePick, { props: { accept: 'image/*' } })
    const input = pick.get<HTMLInputElement>('input')
    const file = new File(['x'], 'a.jpg')
    Object.defineProperty(input.element, 'files', { value: [file] })
    await input.trigger('change')
    expect(pick.emitted('files')).toEqual([[[file]]])
    expect(input.element.value).toBe('')
  })
})

describe('a form', () => {
  const schema = z.object({ name: z.string().min(1, 'Say its name.'), eggs: z.int('Whole eggs.') })
  const send = vi.fn()
  const Form = {
    components: { TextField, NumberField },
    setup: () => useKitForm({ schema, start: { name: '', eggs: 1 }, keptAs: 'test-form', send }),
    template: `<form @submit.prevent="submit"><TextField label="Name" v-bind="field('name')" />
      <NumberField label="Eggs" v-bind="field('eggs')" /></form>`,
  }
  beforeEach(() => {
    sessionStorage.clear()
    send.mockClear()
  })

  it('says what is wrong with a field once it is left, and of no other', async () => {
    const form = mount(Form)
    expect(form.findAll('[role="alert"]')).toHaveLength(0)
    await fieldOf(form as never, 'Name').trigger('change')
    await vi.waitFor(() =>
      expect(form.findAll('[role="alert"]').map((one) => one.text())).toEqual(['Say its name.']),
    )
  })
  it('sends nothing that its schema refuses, and then what it takes, and begins anew', async () => {
    const form = mount(Form)
    await fieldOf(form as never, 'Eggs').setValue('1.5')
    await form.get('form').trigger('submit')
    await vi.waitFor(() => expect(form.text()).toContain('Whole eggs.'))
    expect(send).not.toHaveBeenCalled()
    await fieldOf(form as never, 'Eggs').setValue('3')
    await fieldOf(form as never, 'Name').setValue('Tarn')
    await form.get('form').trigger('submit')
    await vi.waitFor(() => expect(send).toHaveBeenCalledWith({ name: 'Tarn', eggs: 3 }))
    await vi.waitFor(() => expect(fieldOf(form as never, 'Name').element.value).toBe(''))
    expect(sessionStorage.getItem('test-form')).toBeNull()
  })
  it('goes on where a reload has cut it off, but takes nothing of another form’s kind', async () => {
    await fieldOf(mount(Form) as never, 'Name').setValue('Tarn')
    expect(fieldOf(mount(Form) as never, 'Name').element.value).toBe('Tarn')
    sessionStorage.setItem('test-form', '{"name":7,"other":true}')
    expect(fieldOf(mount(Form) as never, 'Name').element.value).toBe('')
    sessionStorage.setItem('test-form', 'no form')
    expect(fieldOf(mount(Form) as never, 'Name').element.value).toBe('')
  })
})
