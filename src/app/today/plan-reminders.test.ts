import { describe, expect, it } from 'vitest'
import { planReminders, removalReminder } from './plan-reminders.ts'

const set = { id: 'set-1', name: 'North shelf' }
const at = (kind: 'candle' | 'hatch', startMs: number) => ({ key: `${kind}-1`, kind, startMs })

describe('reminders', () => {
  it('are of what is due by now and not done, each under its own key', () => {
    const items = [
      { set, event: at('candle', 1000), state: 'due' as const },
      { set, event: at('candle', 5000), state: 'due' as const },
      { set, event: at('hatch', 1000), state: 'now' as const },
      { set, event: at('candle', 1000), state: 'done' as const },
    ]
    expect(planReminders(items, 2000)).toEqual([
      { key: 'set-1/candle-1', title: 'Candle', body: 'North shelf' },
      { key: 'set-1/hatch-1', title: 'Hatch', body: 'North shelf' },
    ])
  })
  it('of eggs to be taken out come once a day, and not for none', () => {
    expect(removalReminder([{ set, eggs: 0 }], '2026-03-14')).toEqual([])
    expect(removalReminder([{ set, eggs: 2 }], '2026-03-14')).toMatchObject([
      { key: 'set-1/removal/2026-03-14', title: '2 eggs are waiting to be removed' },
    ])
    expect(removalReminder([{ set, eggs: 1 }], '2026-03-15')[0]!.key).not.toContain('03-14')
  })
})
