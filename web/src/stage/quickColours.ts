import { ShaderChunk } from 'three'

/*
 * From light to the screen's colours (sRGB, IEC 61966-2-1) in three square roots: a power for each part of each pixel
 * is most of what some pictures take where drawing is done in software. It is within a quarter of a 255th of the power
 * all over (after I. Taylor, "sRGB approximations for HLSL", chilliant.com, 2012; the straight part near black is kept).
 */
const quick = /* glsl */ `vec4 sRGBTransferOETF( in vec4 value ) {
  vec3 light = max( value.rgb, 0.0 );
  vec3 second = sqrt( light ), fourth = sqrt( second ), eighth = sqrt( fourth );
  vec3 bright = 0.662002687 * second + 0.684122060 * fourth - 0.323583601 * eighth - 0.0225411470 * light;
  return vec4( mix( bright, light * 12.92, vec3( lessThanEqual( light, vec3( 0.0031308 ) ) ) ), value.a );
}`

ShaderChunk.colorspace_pars_fragment = ShaderChunk.colorspace_pars_fragment.replace(
  /vec4 sRGBTransferOETF\([\s\S]*?\n\}/,
  quick,
)
