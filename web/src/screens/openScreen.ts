/** Opens the big screen of a scene in a window of its own, to be drawn to another monitor; once there, it is found again. */
export function openScreen(scene: number): void {
  window.open(`/screen/${scene}`, `zesty-screen-${scene}`, 'popup,width=1280,height=720')
}
