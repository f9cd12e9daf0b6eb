/**
 * Waits until the graphics card has done all that it was asked for, without holding up the page; a lost context never
 * tells.
 */
export function allDrawn(gl: WebGL2RenderingContext): Promise<void> {
  const fence = gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0)
  gl.flush()
  return new Promise((done) => {
    if (!fence) return
    const look = () => {
      if (gl.isContextLost()) return
      if (gl.getSyncParameter(fence, gl.SYNC_STATUS) === gl.SIGNALED) {
        gl.deleteSync(fence)
        done()
      } else setTimeout(look, 2)
    }
    look()
  })
}
