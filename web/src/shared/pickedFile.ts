import { shallowRef } from 'vue'

/** A file's name and what is in it. */
export interface TextFile {
  name: string
  text: string
}

/** The file that a dialog works on: the one dropped on the page, or the one picked last, whichever of several is read sooner. */
export function usePickedFile(dropped: File | null) {
  const picked = shallowRef<TextFile | null>(null)
  let taken = 0

  async function read(file: File | null | undefined): Promise<void> {
    const mine = ++taken
    const text = (await file?.text()) ?? ''
    if (file && mine === taken) picked.value = { name: file.name, text }
  }
  const take = (event: Event) => read((event.target as HTMLInputElement).files?.[0])
  if (dropped) void read(dropped)

  return { picked, take }
}
