import { Color, ShaderChunk } from 'three'
import { describe, expect, it } from 'vitest'
import './quickColours'

/** What the shader says, said anew. */
function shown(light: number): number {
  if (light <= 0.0031308) return light * 12.92
  const [second, fourth, eighth] = [light ** 0.5, light ** 0.25, light ** 0.125]
  const [a, b, c, d] = ShaderChunk.colorspace_pars_fragment
    .match(/bright = ([\d.]+) \* second \+ ([\d.]+) \* fourth - ([\d.]+) \* eighth - ([\d.]+) \* light/)!
    .slice(1)
    .map(Number)
  return a! * second + b! * fourth - c! * eighth - d! * light
}

describe('colours from light', () => {
  it('are within a quarter of a 255th of what three.js has for them', () => {
    for (let light = 0; light <= 1; light += 1 / 4096) {
      const { r } = new Color(light, light, light).convertLinearToSRGB()
      expect(Math.abs(shown(light) - r) * 255).toBeLessThan(0.25)
    }
  })

  it('take the place of the power in every shader', () => {
    const [own] = ShaderChunk.colorspace_pars_fragment.match(/vec4 sRGBTransferOETF\([\s\S]*?\n\}/)!
    expect(own).not.toContain('pow')
  })
})
