import type { Edit } from '../api/http'
import type { LiveLine } from '../api/live'

/** A hand that has not moved for so long rests, and what it does not look at is fetched too; in milliseconds. */
const handRests = 400

/** What a hand tries while it drags: only the newest try matters, and one is on its way at a time. */
export class Trying {
  /** What is shown is a try, and not what is kept. */
  isShown = false
  /** What the hand holds as long as it drags. */
  held: Edit | null = null
  private wanted: Edit | null = null
  private running: Promise<void> | null = null
  private resting: ReturnType<typeof setTimeout> | undefined

  constructor(
    private readonly line: () => LiveLine,
    private readonly scene: () => number | null,
    private readonly rests: (isMoving: boolean) => void,
  ) {}

  /** Shows what an edit would give, without keeping it. */
  try(next: Edit): void {
    this.wanted = this.held = next
    this.rests(true)
    clearTimeout(this.resting)
    this.resting = setTimeout(() => this.rests(false), handRests)
    this.running ??= this.run().finally(() => (this.running = null))
  }

  /** Lets go of it, once what is on its way has come. */
  async letGo(): Promise<void> {
    this.wanted = this.held = null
    await this.running
  }

  /** What is kept has come: the hand need not rest for the others to be fetched. */
  settle(): void {
    this.isShown = false
    clearTimeout(this.resting)
    this.rests(false)
  }

  private async run(): Promise<void> {
    for (let scene = this.scene(); this.wanted && scene !== null; scene = this.scene()) {
      const now = this.wanted
      this.wanted = null
      this.isShown = true
      try {
        await this.line().try(scene, now)
      } catch {
        // A try that cannot be done shows nothing; the edit itself will say why.
      }
    }
  }
}
