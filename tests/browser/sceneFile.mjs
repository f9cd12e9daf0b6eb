import { inflateRawSync } from 'node:zlib'

/** The scene file, out of its package. */
export async function sceneFile(desk) {
  const zip = Buffer.from(await (await fetch(`${desk.server.address}/api/scenes/${desk.id}/file`)).arrayBuffer())
  if (zip.subarray(0, 2).toString() !== 'PK') return JSON.parse(zip.toString())
  const end = zip.lastIndexOf('PK\u0005\u0006')
  let at = zip.readUInt32LE(end + 16)
  for (;;) {
    const [size, name, more, note, local] = [20, 28, 30, 32, 42].map((field) =>
      field === 20 || field === 42 ? zip.readUInt32LE(at + field) : zip.readUInt16LE(at + field),
    )
    if (zip.toString('utf8', at + 46, at + 46 + name) === 'scene.zesty.json') {
      const from = local + 30 + zip.readUInt16LE(local + 26) + zip.readUInt16LE(local + 28)
      return JSON.parse(inflateRawSync(zip.subarray(from, from + size)).toString())
    }
    at += 46 + name + more + note
  }
}
