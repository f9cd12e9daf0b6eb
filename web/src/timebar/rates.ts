/** The usual rates; a rate is kept as a ratio and shown as people say it. */
export const usualRates = [
  { rate: '24', label: '24', use: 'film' },
  { rate: '24000/1001', label: '23.976', use: 'film on NTSC video' },
  { rate: '25', label: '25', use: 'PAL video' },
  { rate: '30000/1001', label: '29.97', use: 'NTSC video' },
  { rate: '30', label: '30', use: 'web' },
  { rate: '48', label: '48', use: 'high-rate film' },
  { rate: '50', label: '50', use: 'smooth PAL video' },
  { rate: '60000/1001', label: '59.94', use: 'smooth NTSC video' },
  { rate: '60', label: '60', use: 'games and screens' },
]

/** @param rate frames a second, as a whole number or a ratio */
export function framesPerSecond(rate: string): number {
  const [frames, seconds = 1] = rate.split('/').map(Number)
  return frames! / seconds
}

/** A rate as people say it, such as 24 or 29.97. */
export const rateLabel = (rate: string): string =>
  usualRates.find((usual) => usual.rate === rate)?.label ?? String(Number(framesPerSecond(rate).toFixed(3)))
