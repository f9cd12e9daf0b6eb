// three.js' own keyframe mixer over the keys that the core samples: 1,000 objects, 9 channels, 1,000 frames.
import { AnimationClip, AnimationMixer, InterpolateSmooth, NumberKeyframeTrack, Object3D } from 'three'

const [objects, channels, frames, keys] = [1000, 9, 1000, 11]
const value = (seed, i) => ((seed * 7919 + i * 104729) % 1000) / 100
const times = Array.from({ length: keys }, (_, i) => Math.floor((i * (frames - 1)) / (keys - 1)) / 24)

const mixers = Array.from({ length: objects }, (_, n) => {
  const thing = new Object3D()
  for (let c = 0; c < channels; c++) thing[`channel${c}`] = 0
  const tracks = Array.from({ length: channels }, (_, c) => {
    const values = times.map((_, i) => value((n + 1) * 31 + c, i))
    return new NumberKeyframeTrack(`.channel${c}`, times, values, InterpolateSmooth)
  })
  const mixer = new AnimationMixer(thing)
  mixer.clipAction(new AnimationClip('motion', -1, tracks)).play()
  return mixer
})

function run() {
  const start = performance.now()
  for (let frame = 0; frame < frames; frame++) for (const mixer of mixers) mixer.setTime(frame / 24)
  return performance.now() - start
}

run()
const runs = [run(), run(), run()].sort((a, b) => a - b)
console.log(JSON.stringify({ milliseconds: runs[1] }))
