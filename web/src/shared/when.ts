/** Moments as they stand in lists: days and hours in one form everywhere. */

const hours = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' })
const days = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' })

/** The time of day, such as 20:51. @param at the moment, as the server says it */
export const hourOf = (at: string) => hours.format(new Date(at))

/** The day and its month, such as 29 Nov; "today" where it is today. */
export const dayOf = (at: string) =>
  new Date(at).toDateString() === new Date().toDateString() ? 'today' : days.format(new Date(at))

/** Day and time of day, such as "today 20:51". */
export const momentOf = (at: string) => `${dayOf(at)} ${hourOf(at)}`
