export interface Command {
  title: string
  group: string
  /** As tinykeys reads them. */
  keys?: string[]
  /** As people read them. */
  shown?: string
  run: () => void
}
