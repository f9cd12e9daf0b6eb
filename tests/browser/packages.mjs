import { inflateRawSync } from 'node:zlib'

/** The text of the scene file in what a scene goes out as: the file itself, or a package with what it needs. */
export function sceneText(bytes) {
  if (bytes.subarray(0, 2).toString() !== 'PK') return bytes.toString()
  const end = bytes.lastIndexOf('PK\u0005\u0006')
  let at = bytes.readUInt32LE(end + 16)
  for (;;) {
    const [size, local] = [bytes.readUInt32LE(at + 20), bytes.readUInt32LE(at + 42)]
    const [name, more, note] = [28, 30, 32].map((field) => bytes.readUInt16LE(at + field))
    if (bytes.toString('utf8', at + 46, at + 46 + name) === 'scene.zesty.json') {
      const from = local + 30 + bytes.readUInt16LE(local + 26) + bytes.readUInt16LE(local + 28)
      return inflateRawSync(bytes.subarray(from, from + size)).toString()
    }
    at += 46 + name + more + note
  }
}
