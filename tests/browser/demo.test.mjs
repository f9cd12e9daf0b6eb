import assert from 'node:assert/strict'
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { after, before, test } from 'node:test'
import { Desk, home, until } from './harness.mjs'

// The sounds of the demo: made by a script, heard, and what is keyed to them.
let desk
before(async () => (desk = await Desk.open()))
after(() => desk.close())

test('its sounds are those that the script makes', () => {
  const folder = mkdtempSync(join(tmpdir(), 'zesty-'))
  try {
    execFileSync('node', [join(home, 'demo', 'make-sounds.mjs'), folder])
    for (const name of ['horn.wav', 'bell.wav']) {
      const [made, kept] = [folder, join(home, 'demo')].map((each) => readFileSync(join(each, name)))
      assert.equal(made.length, kept.length)
      // Sines of another machine may round otherwise.
      for (let at = 44; at < made.length; at += 2)
        assert.ok(Math.abs(made.readInt16LE(at) - kept.readInt16LE(at)) <= 1, `${name} at ${at}`)
    }
  } finally {
    rmSync(folder, { recursive: true })
  }
})

test('the blasts of the horn are found where its steam is keyed', async () => {
  const { server, id } = desk
  const { objects, sounds } = await server.get(`/api/scenes/${id}/file`)
  assert.deepEqual(
    sounds.map(({ name }) => name),
    ['Horn', 'Bell'],
  )
  const steam = objects.find(({ name }) => name === 'Steam').channels['look.opacity'].keys
  const rising = steam.filter(({ value }, i) => value === 0 && steam[i + 1]?.value > 0).map(({ frame }) => frame)
  const { times, strengths } = await server.get(`/api/scenes/${id}/beats?sounds=1&first=1&last=240`)
  const beats = times.filter((_, i) => strengths[i] > 0.3).map((time) => time / 29_400_000)
  assert.equal(beats.length, rising.length, `${beats}`)
  for (const [i, beat] of beats.entries()) assert.ok(Math.abs(beat - rising[i]) < 1, `${beats} ${rising}`)
})

test('it is heard: what is mixed is as loud as it should be, and silent before the horn', async () => {
  const { server, id } = desk
  const loudest = async (frame) => {
    const answer = await fetch(
      `${server.address}/api/scenes/${id}/mix?start=${frame * 29_400_000}&count=4800&rate=48000`,
    )
    return new Float32Array(await answer.arrayBuffer()).reduce((most, value) => Math.max(most, Math.abs(value)), 0)
  }
  assert.equal(await loudest(40), 0)
  assert.ok((await loudest(64)) > 0.3)
  assert.ok((await loudest(85)) < 0.01)
  assert.ok((await until(() => loudest(150), Boolean, 'the bell')) > 0.2)
})
