/** Runs one step after the other: two quick presses of undo take back two steps, not the same one twice. */
export function oneAfterTheOther(): <T>(step: () => Promise<T>) => Promise<T> {
  let last: Promise<unknown> = Promise.resolve()
  return (step) => {
    const next = last.then(step, step)
    last = next.catch(() => undefined)
    return next
  }
}
