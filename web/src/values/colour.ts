/** The sRGB transfer function (IEC 61966-2-1): one part of a colour from linear light to what screens take. */
const toScreen = (linear: number) => (linear <= 0.0031308 ? linear * 12.92 : 1.055 * linear ** (1 / 2.4) - 0.055)
const toLinear = (screen: number) => (screen <= 0.04045 ? screen / 12.92 : ((screen + 0.055) / 1.055) ** 2.4)

export function hexOf(linear: readonly number[]): string {
  return `#${linear
    .map((part) =>
      Math.round(toScreen(Math.min(Math.max(part, 0), 1)) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`
}

export function linearOf(hex: string): [number, number, number] {
  const part = (at: number) => Math.round(toLinear(parseInt(hex.slice(at, at + 2), 16) / 255) * 1e5) / 1e5
  return [part(1), part(3), part(5)]
}

/** Reads a colour as it is typed, such as `#d95f4c`, `d95f4c` or `#f60`; null where it is none. */
export function readHex(text: string): string | null {
  const digits = /^\s*#?([0-9a-f]{6}|[0-9a-f]{3})\s*$/i.exec(text)?.[1]?.toLowerCase()
  if (!digits) return null
  return `#${digits.length === 3 ? [...digits].map((digit) => digit + digit).join('') : digits}`
}
