import { Missing } from '../../measure'
import type { Job, Kernel } from '../../measure'
import { mix, seeded } from '../../random'

const record = 64 * 1024
const records = 8

/**
 * Hashes records (SHA-256), seals them (AES-128 in Galois counter mode) and opens them again, through the browser's own
 * cryptography: 8 records of 64 KiB. Work: megabytes of records. Needs a secure page.
 */
export const seals: Kernel = {
  key: 'seals',
  checksum: 0x08d22a9d,
  async prepare(): Promise<Job> {
    // Left out by browsers on a page that is not secure, whatever its type says.
    const subtle = crypto.subtle as SubtleCrypto | undefined
    if (!subtle) throw new Missing('the browser has its cryptography on secure pages only')
    const next = seeded(90210)
    const all = Array.from({ length: records }, () =>
      Uint8Array.from({ length: record }, () => next() & 0xff),
    )
    const key = await subtle.importKey(
      'raw',
      new TextEncoder().encode('sixteen numbers.'),
      'AES-GCM',
      false,
      ['encrypt', 'decrypt'],
    )
    const iv = new Uint8Array(12)
    const count = new DataView(iv.buffer)
    let used = 0
    return {
      work: (records * record) / 1e6,
      async run() {
        let sum = 0
        for (const one of all) {
          // The number counts on, since a key must not see one twice.
          count.setUint32(0, ++used)
          const how = { name: 'AES-GCM', iv }
          const opened = await subtle.decrypt(how, key, await subtle.encrypt(how, key, one))
          const digest = new DataView(await subtle.digest('SHA-256', opened))
          if (opened.byteLength !== record) throw new Error('the record opened is not the record sealed')
          sum = mix(sum, digest.getUint32(0))
        }
        return sum
      },
    }
  },
}
