import { Missing } from '../../measure'
import type { Job, Kernel } from '../../measure'
import { mix, seeded } from '../../random'

const records = 256
const name = 'yarrowmark-workload'

/** Writes records into the browser's database in one transaction and reads them back by an index. Work: thousand records. */
export const store: Kernel = {
  key: 'store',
  async prepare(): Promise<Job> {
    if (typeof indexedDB === 'undefined') throw new Missing('the browser has no database here')
    await finished(indexedDB.deleteDatabase(name))
    const opening = indexedDB.open(name, 1)
    opening.onupgradeneeded = () => {
      opening.result.createObjectStore('nights', { keyPath: 'id' }).createIndex('place', 'place')
    }
    const database = await finished(opening)
    const next = seeded(31)
    const all = Array.from({ length: records }, (_, id) => ({
      id,
      place: `bank ${String(next() % 8)}`,
      counts: Array.from({ length: 24 }, () => next() % 900),
    }))
    const expected = all.filter((r) => r.place === 'bank 3').reduce((sum, r) => mix(sum, r.counts[7] ?? 0), 0)
    return {
      work: (2 * records) / 1000,
      async run() {
        const nights = database.transaction('nights', 'readwrite').objectStore('nights')
        for (const record of all) nights.put(record)
        await new Promise((done, fail) => {
          nights.transaction.oncomplete = done
          nights.transaction.onabort = () => {
            fail(new Error(`the database refused: ${nights.transaction.error?.message ?? 'no reason given'}`))
          }
        })
        const read = database.transaction('nights').objectStore('nights')
        const found = (await finished(read.index('place').getAll('bank 3'))) as typeof all
        const whole = await finished(read.count())
        const sum = found.reduce((s, r) => mix(s, r.counts[7] ?? 0), 0)
        if (whole !== records || sum !== expected) throw new Error('the database gave back something else')
        return sum
      },
      async dispose() {
        database.close()
        await finished(indexedDB.deleteDatabase(name))
      },
    }
  },
}

function finished<T>(request: IDBRequest<T>): Promise<T> {
  return new Promise((done, fail) => {
    request.onsuccess = () => {
      done(request.result)
    }
    request.onerror = () => {
      fail(new Error(`the database refused: ${request.error?.message ?? 'no reason given'}`))
    }
  })
}
