import { reactive } from 'vue'
import { useForm } from '@tanstack/vue-form'
import type { z } from 'zod'

/** What a field of the kit is bound to: its value, what is typed into it, and what is wrong with it once it is left. */
interface FieldBinding<V> {
  modelValue: V
  'onUpdate:modelValue': (value: unknown) => void
  onChange: () => void
  error: string | undefined
}

interface KitFormOptions<S extends z.ZodObject> {
  /** What may be sent; its messages are what the fields say. */
  schema: S
  start: z.input<S>
  /** Name under which a half-filled form outlives a reload of its tab. */
  keptAs: string
  /** What the next one begins with, as it was in the one that was sent; the rest begins anew. */
  stays?: ReadonlyArray<keyof z.input<S> & string>
  send: (values: z.output<S>) => void | Promise<void>
}

/**
 * A form whose fields say what is wrong as one leaves them, in the words of its schema; sent, it begins anew, but for what stays.
 * @returns `field` binds a field of the kit by its name; `values` as they stand; `submit` sends, if nothing is wrong
 */
export function useKitForm<S extends z.ZodObject>({
  schema,
  start,
  keptAs,
  stays = [],
  send,
}: KitFormOptions<S>) {
  type Values = z.input<S>
  const left = reactive(new Set<string>())
  const form = useForm({
    defaultValues: { ...start, ...keptValues<Values>(keptAs, start) },
    validators: { onBlur: schema as never, onSubmit: schema as never },
    onSubmit: async ({ value }: { value: unknown }) => {
      await send(schema.parse(value))
      keepValues(keptAs, null)
      left.clear()
      const staying = Object.fromEntries(stays.map((name) => [name, (value as Values)[name]]))
      form.reset({ ...start, ...staying } as never)
    },
  })
  const values = form.useSelector((state) => state.values as Values)
  const metas = form.useSelector((state) => state.fieldMeta as Record<string, { errors: unknown[] }>)

  function field<K extends keyof Values & string>(name: K): FieldBinding<Values[K]> {
    const [wrong] = left.has(name) ? (metas.value[name]?.errors ?? []) : []
    return {
      modelValue: values.value[name],
      'onUpdate:modelValue': (value) => {
        form.setFieldValue(name as never, value as never)
        keepValues(keptAs, form.state.values)
      },
      onChange: () => {
        left.add(name)
        void form.validate('blur')
      },
      error: (wrong as { message?: string } | undefined)?.message,
    }
  }
  async function submit(): Promise<void> {
    for (const name of Object.keys(start)) left.add(name)
    await form.handleSubmit()
  }
  return { field, values, submit }
}

/** Keeps what is half filled in, as far as the browser lets it; null forgets it. */
function keepValues(keptAs: string, values: object | null): void {
  try {
    if (values) sessionStorage.setItem(keptAs, JSON.stringify(values))
    else sessionStorage.removeItem(keptAs)
  } catch {
    // Then a reload begins with an empty form, as ever.
  }
}

/** What was left half filled, of the fields that the form has today. */
function keptValues<V extends object>(keptAs: string, start: V): Partial<V> {
  try {
    const kept = JSON.parse(sessionStorage.getItem(keptAs) ?? '{}') as Partial<V>
    const isSame = ([key, value]: [string, unknown]): boolean =>
      key in start && (value === null || typeof value === typeof (start as Record<string, unknown>)[key])
    return Object.fromEntries(Object.entries(kept).filter(isSame)) as Partial<V>
  } catch {
    // A browser that keeps nothing begins with an empty form.
    return {}
  }
}
