import { usePreferredDark, useStorage } from '@vueuse/core'
import { computed, shallowRef, watch } from 'vue'

export type Scheme = 'dark' | 'light'

const selected = useStorage<Scheme | 'system'>('zesty-scheme', 'dark')
const systemDark = usePreferredDark()

export const scheme = computed<Scheme>(() =>
  selected.value === 'system' ? (systemDark.value ? 'dark' : 'light') : selected.value,
)

export function toggleScheme(): void {
  selected.value = scheme.value === 'dark' ? 'light' : 'dark'
}

const names = {
  ink: '--ink',
  panel: '--panel',
  raised: '--raised',
  line: '--line',
  lineSoft: '--line-soft',
  text: '--text',
  dim: '--dim',
  cream: '--cream',
  picked: '--picked',
  lime: '--lime',
  onLime: '--on-lime',
  tangerine: '--tangerine',
  grapefruit: '--grapefruit',
  mint: '--mint',
  sky: '--sky',
  plum: '--plum',
  rose: '--rose',
  sand: '--sand',
  fern: '--fern',
  bergamot: '--peel-bergamot',
  kumquat: '--peel-kumquat',
  pomelo: '--peel-pomelo',
  citron: '--peel-citron',
  yuzu: '--peel-yuzu',
  stage: '--stage',
  haze: '--haze',
  air: '--air',
  grid: '--grid',
  gridStrong: '--grid-strong',
  laneSelected: '--lane-selected',
  curveGround: '--curve-ground',
  x: '--x',
  y: '--y',
  z: '--z',
  workBand: '--work-band',
} as const

export type Colours = Record<keyof typeof names, string>

function read(): Colours {
  const style = getComputedStyle(document.documentElement)
  return Object.fromEntries(
    Object.entries(names).map(([key, name]) => [key, style.getPropertyValue(name).trim()]),
  ) as Colours
}

const current = shallowRef<Colours | null>(null)

/** The style sheet's colours, for what is drawn on canvases. */
export const colours = (): Colours => (current.value ??= read())

watch(
  scheme,
  (now) => {
    document.documentElement.dataset.bsTheme = now
    current.value = read()
  },
  { immediate: typeof document !== 'undefined', flush: 'sync' },
)
