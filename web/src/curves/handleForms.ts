import type { HandleForm } from '../api/http'

/** What can become of the handles of keys. */
export const handleForms: readonly { form: HandleForm; label: string; hint: string }[] = [
  { form: 'joined', label: 'Join', hint: 'Both handles in one line, at the mean of their slopes' },
  { form: 'equal', label: 'Equal', hint: 'Both handles in one line and equally long' },
  {
    form: 'contact',
    label: 'Contact',
    hint: 'What falls onto the key and springs off it: an angle here, the tops beside it round',
  },
  { form: 'meetBefore', label: 'Meet before', hint: 'It leaves as fast as it arrives' },
  { form: 'meetAfter', label: 'Meet after', hint: 'It arrives as fast as it leaves: a start runs into an even drive' },
  { form: 'third', label: 'A third', hint: 'Each handle a third of its stretch long, with the slope that it has' },
]
