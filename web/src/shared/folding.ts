import { useMutationObserver, useResizeObserver } from '@vueuse/core'
import { onMounted, shallowRef, type Ref } from 'vue'

/**
 * Folds what a row holds by ranks until all of it fits: of the ranks 1 to `most`, the row's `data-fold` lists those that
 * are folded. What folds, goes or comes at which rank is said by classes such as `folds-2`; see styles/_folding.scss.
 */
export function useFolding(row: Ref<HTMLElement | null>, most: number): void {
  const parts = shallowRef<HTMLElement[]>([])
  const list = () => (parts.value = [...(row.value?.children ?? [])] as HTMLElement[])

  function fold(): void {
    const element = row.value
    if (!element) return
    const folded: number[] = []
    element.dataset.fold = ''
    while (folded.length < most && isTooNarrow(element)) {
      folded.push(folded.length + 1)
      element.dataset.fold = folded.join(' ')
    }
  }

  onMounted(list)
  useMutationObserver(row, list, { childList: true })
  useResizeObserver(row, fold)
  // Whatever makes a part wider or narrower: words, numbers, letters that have their own font at last.
  useResizeObserver(parts, fold)
}

function isTooNarrow(row: HTMLElement): boolean {
  const end = row.getBoundingClientRect().right - parseFloat(getComputedStyle(row).paddingRight)
  return [...row.children].some((child) => child.getBoundingClientRect().right > end + 0.5)
}
