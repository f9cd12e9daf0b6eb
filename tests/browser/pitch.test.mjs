import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { Desk, dropFiles, open, setField, until } from './harness.mjs'
import { listening } from './listening.mjs'
import { rate, wav } from './wav.mjs'

// Played faster or slower, the pitch goes along or stays, as it is chosen.

const pitch = 440
/** A tone with a beat: half of each quarter of a second is loud. */
const tone = wav(6, (i) => (i % (rate / 4) < rate / 8 ? 0.6 : 0.02) * Math.sin((2 * Math.PI * pitch * i) / rate))

let desk, on
before(async () => {
  desk = await Desk.open({
    format: 'zesty-scene',
    version: 2,
    name: 'Pitch',
    rate: '24',
    range: [0, 120],
    objects: [{ name: 'Buoy', kind: 'box' }],
  })
  const canvas = desk.page.locator('canvas.lanes')
  const box = await canvas.boundingBox()
  await desk.changing(() => dropFiles(canvas, [{ name: 'tone.wav', content: tone }], { x: box.x + 60, y: box.y + 60 }))
  const { sounds } = await desk.server.get(`/api/scenes/${desk.id}/file`)
  if (sounds[0].frame !== 0) await desk.changing(() => setField(desk.page, 'Frame on which the sound starts', '0'))
  await listening(desk.context)
  on = await open(desk.context, `${desk.server.address}/scenes/${desk.id}`)
  await on.locator('.body .heads').getByRole('button', { name: 'tone', exact: true }).waitFor()
})
after(() => desk.close())

/** Plays for a while, and tells the pitch of what is laid down where it is loud, and how far apart its beats begin. */
async function heard(speed, stays) {
  const menu = () => on.getByTitle('Speed of playing').click()
  await menu()
  await on.getByRole('menuitemradio', { name: `${speed}×`, exact: true }).click()
  await menu()
  const stay = on.getByRole('menuitemcheckbox', { name: 'The pitch of sound stays' })
  if ((await stay.getAttribute('aria-checked')) === `${stays}`) await on.keyboard.press('Escape')
  else await stay.click()
  await on.keyboard.press('Home')
  await on.evaluate(() => (window.laid = []))
  await on.keyboard.press('Space')
  await until(
    () =>
      on.evaluate(() =>
        window.laid.filter(({ length }) => length > 0.07).reduce((sum, { length, speed }) => sum + length / speed, 0),
      ),
    (seconds) => seconds > 1.4,
    'what is laid down',
  )
  await on.keyboard.press('Space')
  return on.evaluate(async () => {
    const { sampleRate } = window.heardBy
    const all = window.laid.filter(({ length }) => length > 0.07)
    const [first, end] = [all[0].at, Math.max(...all.map(({ at, length, speed }) => at + length / speed))]
    const apart = new OfflineAudioContext(1, Math.ceil((end - first) * sampleRate) + 1, sampleRate)
    for (const { at, offset, length, speed, samples, rate } of all) {
      const [source, gain] = [apart.createBufferSource(), apart.createGain()]
      source.buffer = apart.createBuffer(1, samples.length, rate)
      source.buffer.copyToChannel(samples, 0)
      source.playbackRate.value = speed
      // As the page does where one goes out while the next comes in.
      const [from, to] = [at - first, at - first + length / speed]
      gain.gain.setValueAtTime(0, from)
      gain.gain.linearRampToValueAtTime(1, from + 0.01)
      gain.gain.setValueAtTime(1, to - 0.01)
      gain.gain.linearRampToValueAtTime(0, to)
      source.connect(gain).connect(apart.destination)
      window.plainStart.call(source, from, offset, length)
    }
    const samples = (await apart.startRendering()).getChannelData(0)
    // The length of waves from one rise through nothing to the next, where it is loud.
    const [waves, begins] = [[], []]
    let [rise, loudAt] = [0, -sampleRate]
    for (let i = 1; i < samples.length; i++) {
      if (Math.abs(samples[i]) > 0.35) {
        if (i - loudAt > sampleRate / 40) begins.push(i / sampleRate)
        loudAt = i
      }
      if (!(samples[i - 1] < 0 && samples[i] >= 0)) continue
      const wave = samples.subarray(rise, i)
      if (wave.some((value) => value > 0.4)) waves.push(i - rise)
      rise = i
    }
    waves.sort((one, other) => one - other)
    const steps = begins
      .slice(1)
      .map((begin, i) => begin - begins[i])
      .sort((one, other) => one - other)
    return { hertz: sampleRate / waves[waves.length >> 1], waves: waves.length, step: steps[steps.length >> 1] }
  })
}

for (const speed of [2, 0.5])
  test(`at ${speed} times the speed`, async () => {
    const along = await heard(speed, false)
    assert.ok(Math.abs(along.hertz / (pitch * speed) - 1) < 0.02, JSON.stringify(along))
    const kept = await heard(speed, true)
    assert.ok(Math.abs(kept.hertz / pitch - 1) < 0.02, JSON.stringify(kept))
    // The beats are as far apart as they are played, either way.
    for (const { step, waves } of [along, kept]) {
      assert.ok(waves > 50, `${waves}`)
      assert.ok(Math.abs(step - 0.25 / speed) < 0.02, `${step}`)
    }
  })

test('nothing went wrong on the page', () => assert.deepEqual(on.faults, []))
