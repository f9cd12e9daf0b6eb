import type { Object3D, Scene } from 'three'

/** Things to draw that are handed out anew for every frame and made only when more are needed than ever before. */
export class Pool<T extends Object3D> {
  readonly items: T[] = []
  used = 0

  constructor(
    private readonly scene: Scene,
    private readonly make: () => T,
  ) {}

  begin(): void {
    this.used = 0
  }

  next(): T {
    let item = this.items[this.used]
    if (!item) {
      item = this.make()
      item.matrixAutoUpdate = false
      this.items.push(item)
      this.scene.add(item)
    }
    item.visible = true
    this.used++
    return item
  }

  end(): void {
    for (let i = this.used; i < this.items.length; i++) this.items[i]!.visible = false
  }

  get inUse(): T[] {
    return this.items.slice(0, this.used)
  }
}
