import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { Command } from '../commands/command'

/** A line of a menu, or what parts lines. */
export type MenuLine = Pick<Command, 'title' | 'shown' | 'lacks' | 'run' | 'says'> | null

/** The menu at the pointer: one at a time. */
export const useContextMenu = defineStore('contextMenu', () => {
  const at = shallowRef<{ x: number; y: number } | null>(null)
  const lines = shallowRef<readonly MenuLine[]>([])
  const opened = ref(0)
  /** All commands of the workspace. */
  const commands = shallowRef<readonly Command[]>([])

  /** Opens a menu of what can be done; nothing where there is nothing. */
  function open(point: { x: number; y: number }, wanted: readonly MenuLine[]): void {
    const fitting = wanted.filter((line) => line === null || (line.lacks?.() ?? null) === null)
    // No part is empty.
    lines.value = fitting.filter((line, i) => line !== null || (fitting[i - 1] && fitting.slice(i).some(Boolean)))
    if (!lines.value.some(Boolean)) return
    at.value = point
    opened.value++
  }

  const close = () => (at.value = null)

  return { at, lines, opened, commands, open, close }
})
