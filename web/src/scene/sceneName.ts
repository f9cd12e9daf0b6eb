/** A scene by its number, and by a name that no scene of another server has that is at the same address later. */
export interface SceneName {
  id: number
  name: string
}
