// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { h } from 'vue'
import FewOf from './FewOf.vue'

describe('a long list', () => {
  it('shows the first, and more when asked', async () => {
    const items = Array.from({ length: 5000 }, (_, i) => i)
    const list = mount(FewOf<number>, {
      props: { items, most: 20, what: 'sets' },
      slots: { default: ({ shown }: { shown: readonly number[] }) => shown.map((item) => h('i', item)) },
    })
    expect([list.findAll('i').length, list.find('button').text()]).toEqual([20, '20 more of 4980 sets'])
    await list.find('button').trigger('click')
    expect(list.findAll('i')).toHaveLength(40)
  })
})
