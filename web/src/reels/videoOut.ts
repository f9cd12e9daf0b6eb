import {
  AudioBufferSource,
  BufferTarget,
  canEncodeAudio,
  canEncodeVideo,
  CanvasSource,
  Mp4OutputFormat,
  Output,
  WebMOutputFormat,
  type AudioCodec,
  type VideoCodec,
} from 'mediabunny'
import { http, type ReelPlay } from '../api/http'
import { fittedInto } from './compareDraw'
import { reelRate, ReelWav } from './reelWav'

/** Video files that a reel can be saved as. Each plays at the scene's own rate. */
export const formats = {
  webm: { label: 'WebM (VP9)', codec: 'vp9', sounds: ['opus'], ending: 'webm', type: 'video/webm' },
  mp4: { label: 'MP4 (H.264)', codec: 'avc', sounds: ['aac', 'opus'], ending: 'mp4', type: 'video/mp4' },
} as const satisfies Record<
  string,
  { label: string; codec: VideoCodec; sounds: readonly AudioCodec[]; ending: string; type: string }
>
export type Format = keyof typeof formats

/** Bits for each pixel of each frame, by how good it looks. */
export const qualities = { small: 0.06, good: 0.16, best: 0.45 } as const
export type Quality = keyof typeof qualities

/** The picture's size in a video: both numbers even, by one pixel less where they are not. */
const even = (pixels: number) => Math.max(2, pixels - (pixels % 2))

export const bitrateOf = ({ reel }: ReelPlay, quality: Quality) =>
  Math.round(reel.settings.width * reel.settings.height * reel.framesPerSecond * qualities[quality])

/** Bits a second of what is heard. */
export const soundBitrate = 160_000
/** So much sound is written at a time, in seconds. */
const soundAtOnce = 1

/** How this browser writes what is heard of a reel: the first of the file's ways that it knows; none where it knows none. */
export async function soundCodec(format: Format): Promise<AudioCodec | null> {
  for (const codec of formats[format].sounds)
    if (await canEncodeAudio(codec, { numberOfChannels: 2, sampleRate: reelRate, bitrate: soundBitrate })) return codec
  return null
}

/** Whether this browser can write it. */
export const canWrite = (format: Format, play: ReelPlay): Promise<boolean> =>
  canEncodeVideo(formats[format].codec, {
    width: even(play.reel.settings.width),
    height: even(play.reel.settings.height),
    bitrate: bitrateOf(play, 'good'),
  })

/**
 * Writes a reel as a video file, frame by frame, each as long as the rate says.
 * @param withSound Whether what is heard of it is written as well.
 * @param told Told how many frames are in it.
 * @throws when it is called off, or a picture is lost.
 */
export async function writeVideo(
  play: ReelPlay,
  format: Format,
  quality: Quality,
  withSound: boolean,
  told: (frames: number) => void,
  stop: AbortSignal,
): Promise<Blob> {
  const { reel, shown } = play
  const [width, height] = [even(reel.settings.width), even(reel.settings.height)]
  const canvas = new OffscreenCanvas(width, height)
  const ctx = canvas.getContext('2d', { alpha: false })!
  const target = new BufferTarget()
  const output = new Output({
    format: format === 'webm' ? new WebMOutputFormat() : new Mp4OutputFormat({ fastStart: 'in-memory' }),
    target,
  })
  const source = new CanvasSource(canvas, {
    codec: formats[format].codec,
    bitrate: bitrateOf(play, quality),
    keyFrameInterval: 2,
  })
  output.addVideoTrack(source, { frameRate: reel.framesPerSecond })
  const sound = withSound ? await soundOf(play, format, stop) : null
  if (sound) output.addAudioTrack(sound.source)
  await output.start()
  try {
    let [last, bitmap] = [-1, null as ImageBitmap | null]
    for (const [place, picture] of shown.entries()) {
      if (picture !== last) {
        bitmap?.close()
        const answer = await fetch(http.pictureAddress(reel.id, picture), { signal: stop })
        if (!answer.ok) throw new Error('A picture of this reel is not there any more; the video was not written.')
        bitmap = await createImageBitmap(await answer.blob())
        last = picture
      }
      ctx.fillStyle = '#000'
      ctx.fillRect(0, 0, width, height)
      const box = fittedInto({ x: 0, y: 0, width, height }, bitmap!.width, bitmap!.height)
      // Pixel for pixel where it fits; an odd line too many is left out.
      const fits = bitmap!.width - width < 2 && bitmap!.height - height < 2
      if (fits) ctx.drawImage(bitmap!, 0, 0)
      else ctx.drawImage(bitmap!, box.x, box.y, box.width, box.height)
      await sound?.upTo((place + 1) / reel.framesPerSecond)
      await source.add(place / reel.framesPerSecond, 1 / reel.framesPerSecond)
      told(place + 1)
      stop.throwIfAborted()
    }
    bitmap?.close()
    await output.finalize()
  } catch (wrong) {
    await output.cancel().catch(() => {})
    throw wrong
  }
  return new Blob([target.buffer!], { type: formats[format].type })
}

/** Writes what is heard of a reel beside its pictures. */
async function soundOf({ reel, shown }: ReelPlay, format: Format, stop: AbortSignal) {
  const codec = await soundCodec(format)
  if (!codec) throw new Error('This browser cannot write sound; save the video without it.')
  const source = new AudioBufferSource({ codec, bitrate: soundBitrate })
  const wav = new ReelWav(reel.id)
  const all = Math.round((shown.length / reel.framesPerSecond) * reelRate)
  let written = 0
  return {
    source,
    /** All that is heard before a moment, in seconds, and a little more. */
    async upTo(moment: number): Promise<void> {
      while (written < Math.min(all, moment * reelRate)) {
        const count = Math.min(all - written, soundAtOnce * reelRate)
        const buffer = new AudioBuffer({ length: count, numberOfChannels: 2, sampleRate: reelRate })
        for (const [side, samples] of (await wav.read(written, count, stop)).entries())
          buffer.copyToChannel(samples, side)
        await source.add(buffer)
        written += count
      }
    },
  }
}
