import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { http, type ReelCard, type ReelSettings } from '../api/http'
import { Refused } from '../api/refused'
import type { ObjectMessage } from '../api/messages'
import { useNotices } from '../scene/notices'
import { usePerson } from '../scene/person'
import { reasonOf } from '../scene/reasons'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import { saveFile } from '../shared/saveFile'
import { usePlayhead } from '../timebar/playhead'
import { useViews, facingNames } from '../stage/views'
import { useTrails } from '../trails/trails'
import { useLayers } from '../layers/layers'
import { colours } from '../styles/scheme'
import type { FromWorker, Shot, Spent } from './shotMessages'
import type { ShotSettings } from './shotSettings'
import { shotTrailsOf, type ShownTrails } from './shotTrails'

/** How often a scene that is changed meanwhile is tried anew. */
const mostTries = 5

/** The reel that this tab shoots, if any. It goes on while one works, and on other pages too. */
export const useShooting = defineStore('shooting', () => {
  const scene = useScene()
  const selection = useSelection()
  const views = useViews()
  const trails = useTrails()
  const layers = useLayers()
  const playhead = usePlayhead()
  const notices = useNotices()
  const person = usePerson()

  const asking = ref(false)
  /** The one that is shot; `saves` is the file that it becomes too. */
  const reel = shallowRef<{
    id: number
    number: number
    scene: number
    pictures: number
    began: number
    saves: string | null
  } | null>(null)
  const drawn = ref(0)
  const preview = shallowRef<ImageBitmap | null>(null)
  const waits = ref('')
  /** How long what took of the reel shot last, for who measures. */
  const spent = shallowRef<Spent | null>(null)
  /** Counts up with each reel that is there. */
  const kept = ref(0)
  let worker: Worker | null = null

  const isBusy = computed(() => reel.value !== null)
  /** Milliseconds that are left, about; null before that can be told. */
  const left = computed(() => {
    if (!reel.value || drawn.value < 3) return null
    const passed = performance.now() - reel.value.began
    return (passed / drawn.value) * (reel.value.pictures - drawn.value)
  })

  /** What is shot: the range asked for, as the view worked in sees it. */
  function settingsOf(wanted: ShotSettings): { settings: ReelSettings; shot: Omit<Shot, 'start'> } {
    const { model } = scene
    const isOne = wanted.span === 'frame'
    const [first, last] = {
      scene: scene.settings.range,
      work: scene.settings.work,
      typed: [wanted.from, wanted.to] as const,
      frame: [playhead.frame, playhead.frame] as const,
    }[wanted.span]
    const { look } = views.active
    const camera = typeof look === 'number' ? model.objects.get(look) : undefined
    const through = camera?.name ?? facingNames[typeof look === 'string' ? look : 'free']
    const seen = wanted.only === 'selection' ? withInside(selection.objects) : null
    const unseen = seen ? [...model.objects.values()].filter(({ id, kind }) => !seen.has(id) && kind !== 'light') : []
    const settings: ReelSettings = {
      plan: {
        frames: { first, last },
        every: isOne ? 1 : wanted.every,
        leadIn: isOne ? 0 : wanted.leadIn,
        leadOut: isOne ? 0 : wanted.leadOut,
        shutter: wanted.inside > 1 ? wanted.shutter : 0,
        inside: wanted.inside,
      },
      width: wanted.width,
      height: wanted.height,
      through,
      only: seen ? [...selection.objects].flatMap((id) => model.objects.get(id)?.name ?? []) : [],
      helpers: wanted.helpers,
      grid: wanted.grid,
      trails: wanted.trails && trails.objects.length > 0,
      shading: wanted.shading,
      background: wanted.background,
      colour: wanted.colour,
      samples: wanted.samples,
      exposure: wanted.exposure,
      burnIn: wanted.burnIn,
      words: wanted.words,
    }
    const objects: ObjectMessage[] = [...model.inOrder()]
    const { stage, haze, air, grid, gridStrong } = colours()
    return {
      settings,
      shot: {
        settings,
        scene: scene.settings.name,
        sceneId: scene.id!,
        objects,
        backdrops: [...model.backdrops.values()],
        camera: camera?.id ?? views.stand()!,
        unseen: unseen.map(({ id }) => id),
        trails: settings.trails ? shotTrailsOf(model, shownTrails(camera?.id), settings.plan.frames) : null,
        colours: { stage, haze, air, grid, gridStrong },
        written: { scene: scene.settings.name, reel: '', camera: through, date: '', note: wanted.words },
      },
    }
  }

  /** The trails that are on the stage now. */
  const shownTrails = (camera: number | undefined): ShownTrails => ({
    objects: trails.objects,
    settings: trails.settings,
    space: trails.space,
    camera: camera ?? scene.model.inOrder().find(({ kind }) => kind === 'camera')?.id ?? null,
    layer: layers.active?.id ?? null,
    framesAt: trails.framesAt,
  })

  function withInside(ids: ReadonlySet<number>): Set<number> {
    const all = new Set(ids)
    for (const { id, parent } of scene.model.inOrder()) if (parent !== null && all.has(parent)) all.add(id)
    return all
  }

  /** Begins to shoot. @returns why it has not begun; nothing where it has. */
  async function shoot(wanted: ShotSettings, name: string, note: string): Promise<string> {
    if (reel.value || scene.id === null) return 'A reel is being shot; wait until it is done, or cancel it.'
    await scene.settled()
    for (let tries = 1; ; tries++) {
      const { settings, shot } = settingsOf(wanted)
      const { revision, id } = scene
      try {
        const by = { author: person.author.value, name: person.name.value || null }
        const start = await http.shootReel(id!, { revision, settings, name, note, by })
        const date = new Date(start.madeAt).toLocaleDateString([], { year: 'numeric', month: 'short', day: 'numeric' })
        Object.assign(shot.written, { reel: `reel ${start.number}`, date })
        begin(id!, { ...shot, start }, wanted.span === 'frame' ? `${shot.scene} ${start.frames[0]}.png` : null)
        return ''
      } catch (wrong) {
        // Somebody, perhaps this very hand, changed it meanwhile: what is shot is what is there now.
        if (!(wrong instanceof Refused && wrong.status === 409) || tries >= mostTries) return reasonOf(wrong)
        await new Promise((done) => setTimeout(done, 200 * tries))
      }
    }
  }

  function begin(of: number, shot: Shot, saves: string | null): void {
    const { id, number, pictures } = shot.start
    reel.value = { id, number, scene: of, pictures, began: performance.now(), saves }
    drawn.value = 0
    preview.value = null
    waits.value = ''
    worker = new Worker(new URL('./shooter.worker.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<FromWorker>) => hear(data)
    worker.onerror = ({ message }) => hear({ kind: 'failed', why: message || 'This browser cannot draw reels.' })
    // Plain numbers and words alone: the worker knows nothing of what follows them here.
    worker.postMessage(JSON.parse(JSON.stringify(shot)))
  }

  function hear(message: FromWorker): void {
    if (!reel.value) return
    if (message.kind === 'waits') waits.value = message.why
    else if (message.kind === 'drawn') {
      drawn.value = message.picture + 1
      waits.value = ''
      if (message.preview) preview.value = message.preview
    } else if (message.kind === 'failed') {
      const { number } = reel.value
      cancel()
      notices.problem(`Reel ${number} was not shot, and nothing of it is kept. ${message.why}`)
    } else {
      spent.value = message.spent
      done(message.card)
    }
  }

  function done(card: ReelCard): void {
    const { scene: of, saves } = reel.value!
    if (saves) void savePicture(card, saves)
    end()
    kept.value++
    notices.say(`${titleOf(card)} is shot: ${card.played === 1 ? '1 picture' : `${card.played} pictures`}.`, {
      label: 'Look at it',
      run: () => void import('../router').then(({ router }) => router.push(`/scenes/${of}/reels?a=${card.id}`)),
    })
  }

  /** One picture alone is a file as well. */
  async function savePicture(card: ReelCard, name: string): Promise<void> {
    try {
      saveFile(await http.picture(card.id, 0), name)
    } catch (wrong) {
      notices.problem(wrong)
    }
  }

  function end(): void {
    worker?.terminate()
    worker = null
    reel.value = null
  }

  /** Calls it off: nothing of it is kept. */
  function cancel(): void {
    const gone = reel.value
    end()
    if (gone) void http.cancelReel(gone.id).catch(() => {})
  }

  if (typeof window !== 'undefined') {
    window.addEventListener('beforeunload', (event) => {
      if (reel.value) event.preventDefault()
    })
    // The tab goes: the server need not wait until it hears nothing more.
    window.addEventListener('pagehide', () => {
      if (reel.value) navigator.sendBeacon(`/api/reels/${reel.value.id}/cancel`)
    })
  }

  return { asking, reel, drawn, preview, waits, left, spent, kept, isBusy, settingsOf, shoot, cancel }
})

/** What a reel is called: by its number, and the name that it was given. */
export const titleOf = ({ number, name }: { number: number; name: string }) =>
  name ? `Reel ${number}, ${name}` : `Reel ${number}`
