/**
 * For tests: after so many more writes the browser's storage refuses every one, as a full disk or a crash would.
 * @returns how to take it back
 */
export function cutAfter(writes: number): { mend: () => void; spent: () => number } {
  const { put, delete: remove, clear } = IDBObjectStore.prototype
  let done = 0
  const counted = <A extends unknown[], R>(write: (this: IDBObjectStore, ...args: A) => R) =>
    function counting(this: IDBObjectStore, ...args: A): R {
      if (++done > writes) throw new DOMException('no room', 'QuotaExceededError')
      return write.apply(this, args)
    }
  IDBObjectStore.prototype.put = counted(put)
  IDBObjectStore.prototype.delete = counted(remove)
  IDBObjectStore.prototype.clear = counted(clear)
  return {
    mend: () => void Object.assign(IDBObjectStore.prototype, { put, delete: remove, clear }),
    spent: () => done,
  }
}
