// An object's keys in a layer stand under the channel's name with the layer's number before it, such as `3/position.y`.

/** The name of a channel in a layer; the channel's own where there is none. */
export const layeredName = (layer: number | null, channel: string): string =>
  layer === null ? channel : `${layer}/${ownName(channel)}`

/** The layer that a name says; null for the base. */
export function layerOfName(name: string): number | null {
  const stroke = name.indexOf('/')
  return stroke < 0 ? null : Number(name.slice(0, stroke))
}

/** The channel that a name means, be it in a layer or not. */
export const ownName = (name: string): string => name.slice(name.indexOf('/') + 1)
