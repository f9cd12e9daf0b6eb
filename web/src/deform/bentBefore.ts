import type { Material, WebGLProgramParametersWithUniforms } from 'three'
import { verticesPerRow, type BentPass } from './bentPass'

/** Lets a material draw many instances whose vertices have been bent before, each from the row on that it says. */
export function bentBefore<M extends Material>(material: M, pass: BentPass): M {
  material.onBeforeCompile = (shader: WebGLProgramParametersWithUniforms) => {
    Object.assign(shader.uniforms, pass.uniforms)
    const isShaded = material.type === 'MeshLambertMaterial'
    const place = 'vec3 bentPlace = texelFetch(bentPlaces, bentAt, 0).xyz;'
    shader.vertexShader = shader.vertexShader
      .replace('#include <common>', `#include <common>\n${bentKnown}`)
      .replace(
        '#include <beginnormal_vertex>',
        isShaded
          ? `${bentWhere}vec3 objectNormal = texelFetch(bentFacings, bentAt, 0).xyz;`
          : '#include <beginnormal_vertex>',
      )
      .replace('#include <begin_vertex>', `${isShaded ? '' : bentWhere}${place}\nvec3 transformed = bentPlace;`)
  }
  material.customProgramCacheKey = () => `bent before ${material.type}`
  return material
}

const bentKnown = /* glsl */ `
attribute float bentRow;
uniform highp sampler2D bentPlaces;
uniform highp sampler2D bentFacings;
`

const bentWhere = /* glsl */ `
ivec2 bentAt = ivec2(gl_VertexID % ${verticesPerRow}, int(bentRow) + gl_VertexID / ${verticesPerRow});
`
