/** What was chosen from a list, the next key does not choose again: it is the page's. */
export const letGo = (event: Event) => (event.target as HTMLElement).blur()
