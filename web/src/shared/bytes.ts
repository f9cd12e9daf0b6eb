/** A number of bytes for people. */
export function inBytes(bytes: number): string {
  if (bytes < 1000) return `${bytes} bytes`
  for (const [unit, size] of [
    ['kB', 1e3],
    ['MB', 1e6],
    ['GB', 1e9],
  ] as const)
    if (bytes < size * 1000 || unit === 'GB') return `${(bytes / size).toFixed(bytes < size * 10 ? 1 : 0)} ${unit}`
  return ''
}
