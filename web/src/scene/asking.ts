import type { Edit, KeySet } from '../api/http'
import type { LaneName, LiveLine } from '../api/live'

/** The questions about the open scene, which change nothing. */
export const askingOf = (line: LiveLine, scene: () => number) => ({
  timeLabels: (frames: number[], display: string) => line.timeLabels(scene(), frames, display),
  readTime: (text: string, present: number) => line.readTime(scene(), text, present),
  lookAhead: (edit: Edit) => line.lookAhead(scene(), edit),
  lookAheadCurves: (edit: Edit) => line.lookAheadCurves(scene(), edit),
  bakeWays: (edit: Edit) => line.bakeWays(scene(), edit),
  lookAheadCue: (edit: Edit) => line.lookAheadCue(scene(), edit),
  layerShares: (object: number, channel: string, frame: number) => line.layerShares(scene(), object, channel, frame),
  proposeCues: (frame: number, started: number[]) => line.proposeCues(scene(), frame, started),
  paces: (objects: number[], edit: Edit | null = null) => line.paces(scene(), objects, edit),
  places: (objects: number[], every: number) => line.places(scene(), objects, every),
  nearestFrame: (object: number, other: number) => line.nearestFrame(scene(), object, other),
  passings: (path: number, point: number) => line.passings(scene(), path, point),
  newNames: (edit: Edit) => line.newNames(scene(), edit),
  motion: () => line.motion(scene()),
  gimbalLocks: (object: number) => line.gimbalLocks(scene(), object),
  fallOf: (keys: KeySet[]) => line.fallOf(scene(), keys),
  copyEase: (keys: KeySet[]) => line.copyEase(scene(), keys),
  copyPose: (objects: number[], frame: number) => line.copyPose(scene(), objects, frame),
  copyClips: (placed: number[]) => line.copyClips(scene(), placed),
  copyKeys: (keys: KeySet[]) => line.copyKeys(scene(), keys),
  channelsOfReel: (reel: number, lanes: readonly LaneName[]) => line.channelsOfReel(scene(), reel, lanes),
  copyKeysOfReel: (reel: number, lanes: readonly LaneName[], from: number, to: number) =>
    line.copyKeysOfReel(scene(), reel, lanes, from, to),
  channelsAt: (place: number, lanes: readonly LaneName[]) => line.channelsAt(scene(), place, lanes),
  copyKeysAt: (place: number, lanes: readonly LaneName[], from: number, to: number) =>
    line.copyKeysAt(scene(), place, lanes, from, to),
})
