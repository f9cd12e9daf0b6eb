import type { Edit, LandTakes } from '../api/http'

type Wanted = Pick<LandTakes, 'object' | 'parts'> & Partial<LandTakes>

/** Everything that is to be known of takes that are made into keys. */
export const landingOf = (wanted: Wanted): LandTakes => ({
  blend: 0,
  into: 'layer',
  name: '',
  tolerance: 0,
  degrees: 0,
  ease: 0,
  ...wanted,
})

/** The edit that makes keys of takes: it names them, and the server, which has their samples, makes it of these. */
export const landEdit = (wanted: Wanted): Edit => ({ edit: 'landTakes', takes: landingOf(wanted) }) as unknown as Edit
