import { allDrawn } from './fence'

/**
 * What has been drawn in the lower left corner of a canvas, with the first row at the bottom. It is copied at once,
 * and handed over when the graphics card has come to it: the page does not wait.
 */
export async function readBack(gl: WebGL2RenderingContext, width: number, height: number): Promise<ImageData> {
  const buffer = gl.createBuffer()
  gl.bindBuffer(gl.PIXEL_PACK_BUFFER, buffer)
  gl.bufferData(gl.PIXEL_PACK_BUFFER, width * height * 4, gl.STREAM_READ)
  gl.readPixels(0, 0, width, height, gl.RGBA, gl.UNSIGNED_BYTE, 0)
  gl.bindBuffer(gl.PIXEL_PACK_BUFFER, null)
  await allDrawn(gl)
  const pixels = new Uint8ClampedArray(width * height * 4)
  gl.bindBuffer(gl.PIXEL_PACK_BUFFER, buffer)
  gl.getBufferSubData(gl.PIXEL_PACK_BUFFER, 0, pixels)
  gl.bindBuffer(gl.PIXEL_PACK_BUFFER, null)
  gl.deleteBuffer(buffer)
  return new ImageData(pixels, width, height)
}
