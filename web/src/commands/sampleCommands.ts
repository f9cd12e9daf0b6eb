import { useRouter } from 'vue-router'
import { http } from '../api/http'
import { useNotices } from '../scene/notices'
import type { Command } from './command'

const files = import.meta.glob<string>('../samples/*.json', { query: '?raw', import: 'default' })

/** The small scenes that show what can be done, and what there is to see in each. */
const samples = [
  {
    file: 'between-keys',
    title: 'Show me: how motion goes between keys',
    look: 'Four buoys with the same keys. Play, then look at the wings of the keys: each side says how it is arrived at and left.',
  },
  {
    file: 'eases',
    title: 'Show me: eases',
    look: 'The same way in the same time, eased in four ways. Pull the lower edge of a lane down to see its curve.',
  },
  {
    file: 'cycles',
    title: 'Show me: motion before and after the keys',
    look: 'Few keys, endless motion: the wheel turns on, the buoy goes there and back, the barge repeats from where it is.',
  },
  {
    file: 'time-flow',
    title: 'Show me: time flow',
    look: 'Ferry and tug have the same keys. The ladder slows the ferry half-way; drag the ends of its rungs.',
  },
  {
    file: 'clips',
    title: 'Show me: clips',
    look: 'One clip on three boats: once, repeated, and at half the rate. Drag its ends, or its middle.',
  },
  {
    file: 'rolling',
    title: 'Show me: wheels that roll',
    look: 'Only the cart has keys. The wheels turn as far as their ground goes; move a key of the cart.',
  },
  {
    file: 'paths',
    title: 'Show me: paths',
    look: 'Two boats and a gull on their ways. Drag a point of a path, or the keys of a travel; the gull leans into its bends.',
  },
  {
    file: 'cues',
    title: 'Show me: cues',
    look: 'The pilot boat starts when the ferry is at 40 %, and the gull flies up when that comes near. Drag the ferry’s last key.',
  },
  {
    file: 'layers',
    title: 'Show me: layers and trails',
    look: 'A porter with a key on every frame of every joint. Press T with a hand selected, add a layer, give it a reach, and pull a point of the trail.',
  },
  {
    file: 'rotation',
    title: 'Show me: rotation',
    look: 'The same keys, turned about each axis by itself and as one rotation. The values panel switches between them.',
  },
]

/** Opens a sample, each as a scene of its own. */
export function sampleCommands(): Command[] {
  const router = useRouter()
  const notices = useNotices()
  return samples.map(({ file, title, look }) => ({
    group: 'Help',
    title,
    run: async () => {
      try {
        const text = await files[`../samples/${file}.json`]!()
        const { id } = await http.importScene(new File([text], `${file}.json`), new AbortController().signal, () => {})
        await router.push(`/scenes/${id}`)
        notices.say(look, undefined, 'sample')
      } catch (wrong) {
        notices.problem(wrong)
      }
    },
  }))
}
