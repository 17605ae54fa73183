// Decodes a file's bytes as a script, without losing anything, or reports that the file is not text.

export type Decoded = { ok: true; text: string; encoding: 'utf-8' | 'windows-1252' } | { ok: false; why: string }

const pictures: [name: string, first: number[]][] = [
  ['PNG picture', [0x89, 0x50, 0x4e, 0x47]],
  ['JPEG picture', [0xff, 0xd8, 0xff]],
  ['GIF picture', [0x47, 0x49, 0x46, 0x38]],
  ['PDF document', [0x25, 0x50, 0x44, 0x46]],
  ['zip archive', [0x50, 0x4b, 0x03, 0x04]],
]

/** Control characters are rare in text and frequent in binary files. */
const looksBinary = (bytes: Uint8Array): boolean => {
  const head = bytes.subarray(0, 4096)
  let odd = 0
  for (const byte of head)
    if (byte === 0 || (byte < 32 && byte !== 9 && byte !== 10 && byte !== 13 && byte !== 12)) odd++
  return odd > 8 && odd > head.length / 50
}

/** Decodes UTF-8, keeping a byte order mark. Bytes that are not UTF-8 are read as Windows-1252. */
export function decodeScript(bytes: Uint8Array): Decoded {
  const kind = pictures.find(([, first]) => first.every((byte, i) => bytes[i] === byte))
  if (kind) return { ok: false, why: `this is a ${kind[0]}, not a script.` }
  if (looksBinary(bytes)) return { ok: false, why: 'this is not a text file, so it can’t be a script.' }
  try {
    return {
      ok: true,
      text: new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes),
      encoding: 'utf-8',
    }
  } catch {
    return { ok: true, text: new TextDecoder('windows-1252').decode(bytes), encoding: 'windows-1252' }
  }
}
