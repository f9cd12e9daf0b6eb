import { Vector2, Vector3, type Material, type WebGLProgramParametersWithUniforms } from 'three'
import { fades, leads, stepsPerRow, type Steps } from './steps'

/**
 * The core's deformations as the graphics card does them; docs/motion.md has the formulas, and a browser test compares the
 * places. `bend` leads a place and the way that a surface there faces through a run of steps.
 */
export const bendFunctions = /* glsl */ `
uniform highp sampler2D bendSteps;

const float turn = 6.283185307179586;

// The card's own sine may be off by 1 in 2000: the series, within a quarter turn, is exact to the last bits of a float.
float bendSin(float a) {
  float x = a - turn * round(a / turn);
  x = abs(x) > turn * 0.25 ? sign(x) * turn * 0.5 - x : x;
  float q = x * x;
  return x * (1.0 + q * (-1.0 / 6.0 + q * (1.0 / 120.0 + q * (-1.0 / 5040.0 + q * (1.0 / 362880.0 - q / 39916800.0)))));
}

float bendCos(float a) {
  return bendSin(a + turn * 0.25);
}

vec4 bendTexel(int step, int part) {
  return texelFetch(bendSteps, ivec2((step % ${stepsPerRow}) * 4 + part, step / ${stepsPerRow}), 0);
}

// x: how far along the deformer a place is, as a share of its length; y: how much more of that there is for each length.
vec2 bendShare(bool within, float y, float h) {
  float s = y / h;
  return !within || (s >= 0.0 && s <= 1.0) ? vec2(s, 1.0 / h) : vec2(clamp(s, 0.0, 1.0), 0.0);
}

// at: r, y from the foot, q. j0, j1, j2: the rows of its derivatives, of r, y and q by r, y and q.
vec3 bendSection(int kind, bool within, bool oneWay, float h, float k, vec4 more, vec3 at, inout vec3 j0, inout vec3 j1, inout vec3 j2) {
  vec2 share = bendShare(within, at.y, h);
  float s = share.x;
  if (kind == 0) {
    float y = within ? clamp(at.y, 0.0, h) : at.y;
    float bent = k / h, on = at.y - y, angle = bent * y;
    float c = bendCos(angle), si = bendSin(angle), half_ = bendSin(angle * 0.5);
    float along = abs(angle) < 1e-3 ? 1.0 - angle * angle / 6.0 : si / angle;
    float aside = abs(angle) < 1e-3 ? angle * 0.5 : 2.0 * half_ * half_ / angle;
    float slope = on != 0.0 ? 1.0 : 1.0 - at.x * bent;
    j0 = vec3(c, slope * si, 0.0);
    j1 = vec3(-si, slope * c, 0.0);
    return vec3(y * aside + at.x * c + on * si, y * along - at.x * si + on * c, at.z);
  }
  if (kind == 1) {
    float c = bendCos(k * s), si = bendSin(k * s);
    vec2 to = vec2(at.x * c - at.z * si, at.x * si + at.z * c);
    j0 = vec3(c, -to.y * k * share.y, -si);
    j2 = vec3(si, to.x * k * share.y, c);
    return vec3(to.x, at.y, to.y);
  }
  if (kind == 2 || kind == 3) {
    float size = kind == 2 ? 1.0 + k * s : 1.0 + k * 4.0 * s * (1.0 - s);
    float rise = (kind == 2 ? k : k * 4.0 * (1.0 - 2.0 * s)) * share.y;
    j0 = vec3(size, at.x * rise, 0.0);
    if (oneWay) return vec3(at.x * size, at.y, at.z);
    j2 = vec3(0.0, at.z * rise, size);
    return vec3(at.x * size, at.y, at.z * size);
  }
  if (kind == 4) {
    j0.y = k * h * share.y;
    return vec3(at.x + k * h * s, at.y, at.z);
  }
  if (kind == 5 || kind == 6) {
    float spread = kind == 6 ? k * more.z : 0.0, left = 1.0 - s;
    float size = kind == 5 ? more.z : 1.0 + spread * left * left;
    float slope = kind == 5 ? 0.0 : -2.0 * spread * left * share.y;
    float longer = kind == 5 ? k : -k;
    j0 = vec3(size, at.x * slope, 0.0);
    j1.y = 1.0 + longer * h * share.y;
    j2 = vec3(0.0, at.z * slope, size);
    return vec3(at.x * size, at.y + longer * h * s, at.z * size);
  }
  if (kind == 7) {
    float turns = more.x * s - more.y;
    float held = 1.0 - more.z + more.z * s, a = turn * (turns - round(turns)), si = bendSin(a), co = bendCos(a);
    j0.y = k * (more.z * si + held * co * turn * more.x) * share.y;
    return vec3(at.x + k * held * si, at.y, at.z);
  }
  float far = length(at.xz), ring = far / h;
  float turns = more.x * ring - more.y;
  float held = 1.0 - more.z * min(ring, 1.0), a = turn * (turns - round(turns)), si = bendSin(a), co = bendCos(a);
  if (far > 0.0) {
    float slope = k * (co * turn * more.x * held - (ring < 1.0 ? more.z * si : 0.0)) / h;
    j1 = vec3(slope * at.x / far, 1.0, slope * at.z / far);
  }
  return vec3(at.x, at.y + k * si * held, at.z);
}

// Along the direction, along the axis, and across both; see the core's DeformerPose.
vec3 bendIn(vec3 v, int axis, float si, float c) {
  vec3 o = axis == 0 ? vec3(v.y, v.x, v.z) : axis == 1 ? vec3(v.x, v.y, -v.z) : vec3(v.x, v.z, v.y);
  return vec3(c * o.x + si * o.z, o.y, c * o.z - si * o.x);
}

vec3 bendOut(vec3 s, int axis, float si, float c) {
  vec3 o = vec3(c * s.x - si * s.z, s.y, si * s.x + c * s.z);
  return axis == 0 ? vec3(o.y, o.x, o.z) : axis == 1 ? vec3(o.x, o.y, -o.z) : vec3(o.x, o.z, o.y);
}

void bend(int first, int count, inout vec3 place, inout vec3 facing) {
  for (int i = first; i < first + count; i++) {
    vec4 a = bendTexel(i, 0), b = bendTexel(i, 1), c = bendTexel(i, 2);
    int kind = int(a.x + 0.5);
    if (kind > ${leads}) continue;
    if (kind == ${leads}) {
      vec4 d = bendTexel(i, 3);
      place = vec3(dot(b.xyz, place) + b.w, dot(c.xyz, place) + c.w, dot(d.xyz, place) + d.w);
      vec3 x = cross(c.xyz, d.xyz);
      float mirrors = dot(b.xyz, x) < 0.0 ? -1.0 : 1.0;
      facing = normalize(mirrors * vec3(dot(x, facing), dot(cross(d.xyz, b.xyz), facing), dot(cross(b.xyz, c.xyz), facing)));
      continue;
    }
    int flags = int(a.y + 0.5), axis = int(b.w + 0.5);
    vec3 at = bendIn(place, axis, b.y, b.z);
    at.y -= a.z;
    vec3 j0 = vec3(1.0, 0.0, 0.0), j1 = vec3(0.0, 1.0, 0.0), j2 = vec3(0.0, 0.0, 1.0);
    at = bendSection(kind, (flags & 1) != 0, (flags & 2) != 0, a.w, b.x, c, at, j0, j1, j2);
    at.y += a.z;
    place = bendOut(at, axis, b.y, b.z);
    // By cofactors.
    vec3 n = bendIn(facing, axis, b.y, b.z);
    n = vec3(dot(cross(j1, j2), n), dot(cross(j2, j0), n), dot(cross(j0, j1), n));
    float far = length(n);
    if (far > 0.0) facing = bendOut(n / far, axis, b.y, b.z);
  }
}

// How much is left at a place of the rest shape.
float bendLeft(int first, int count, vec3 rest) {
  float left = 1.0;
  for (int i = first; i < first + count; i++) {
    vec4 a = bendTexel(i, 0);
    if (int(a.x + 0.5) != ${fades}) continue;
    vec4 b = bendTexel(i, 1);
    float here = clamp(dot(b.xyz, rest) + b.w, 0.0, 1.0);
    left *= a.y > 0.5 ? 1.0 - here : here;
  }
  return left;
}
`

/** Of what is drawn by itself: which steps it has, and how large its shape is before they bend it. */
export interface BendUniforms {
  bendRun: { value: Vector2 }
  bendSize: { value: Vector3 }
}

export const bendUniforms = (): BendUniforms => ({
  bendRun: { value: new Vector2() },
  bendSize: { value: new Vector3() },
})

/** Lets a material bend what is drawn by itself, as its own uniforms say; what is shaded may fade. */
export function bends<M extends Material>(material: M, steps: Steps, own: BendUniforms): M {
  const isShaded = material.type === 'MeshLambertMaterial'
  material.onBeforeCompile = (shader: WebGLProgramParametersWithUniforms) => {
    Object.assign(shader.uniforms, { bendSteps: steps.uniform, ...own })
    const known = `uniform vec2 bendRun;\nuniform vec3 bendSize;\n${isShaded ? 'varying vec3 bendRest;\n' : ''}`
    shader.vertexShader = shader.vertexShader
      .replace('#include <common>', `#include <common>\n${known}${bendFunctions}`)
      .replace('#include <beginnormal_vertex>', isShaded ? bendShaded : '#include <beginnormal_vertex>')
      .replace(
        '#include <begin_vertex>',
        `${isShaded ? 'bendRest = position * bendSize;\n' : bendPlain}vec3 transformed = bentPlace;`,
      )
    if (isShaded)
      shader.fragmentShader = shader.fragmentShader
        .replace(
          '#include <common>',
          `#include <common>\nuniform vec2 bendRun;\nvarying vec3 bendRest;\n${bendFunctions}`,
        )
        .replace('#include <opaque_fragment>', bendFaded)
  }
  // Programs are told apart by this, and not by what the function above closes over.
  material.customProgramCacheKey = () => `bends ${isShaded}`
  return material
}

const bendShaded = /* glsl */ `
vec3 bentPlace = position * bendSize;
vec3 objectNormal = normalize(normal / max(abs(bendSize), vec3(1e-20)));
bend(int(bendRun.x), int(bendRun.y), bentPlace, objectNormal);
`

const bendPlain = /* glsl */ `
vec3 bentPlace = position * bendSize;
vec3 bentFacing = vec3(0.0, 1.0, 0.0);
bend(int(bendRun.x), int(bendRun.y), bentPlace, bentFacing);
`

const bendFaded = /* glsl */ `
#include <opaque_fragment>
gl_FragColor.a *= bendLeft(int(bendRun.x), int(bendRun.y), bendRest);
if (gl_FragColor.a < 0.002) discard;
`
