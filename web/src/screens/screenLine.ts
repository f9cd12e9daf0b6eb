import { HubConnectionBuilder, HubConnectionState, LogLevel } from '@microsoft/signalr'
import { MessagePackHubProtocol } from '@microsoft/signalr-protocol-msgpack'
import type { CastMessage, ShownMessage } from '../api/messages'

export interface ScreenListener {
  /** So many screens follow desks of this scene. */
  watched?(screens: number): void
  /** A desk shows something. */
  shown?(shown: ShownMessage): void
  /** A desk has gone. */
  left?(desk: number): void
  /** The reels of the scene, or what is drawn on them, are others. */
  reels?(): void
  /** The line has come up, at first or after a break, and nothing has been told on it yet. */
  anew?(): void
  /** Whether the line stands; `shut` when the server asks for its token again. */
  state?(state: 'standing' | 'away' | 'shut'): void
}

const longestWait = 4000

/** The line beside the live one, on which desks say what they show. It comes back by itself, from the first try on. */
export class ScreenLine {
  private readonly hub
  private isOver = false
  private starting: Promise<void> | null = null

  /** @param enter What this page is, said anew whenever the line stands again. */
  constructor(
    private readonly listener: ScreenListener,
    private readonly enter: () => [name: string, ...args: unknown[]],
  ) {
    this.hub = new HubConnectionBuilder()
      .withUrl('/live/screens')
      .withHubProtocol(new MessagePackHubProtocol())
      .configureLogging(LogLevel.None)
      .build()
    this.hub.on('watched', (screens: number) => listener.watched?.(screens))
    this.hub.on('shown', (shown: ShownMessage) => listener.shown?.(shown))
    this.hub.on('left', (desk: number) => listener.left?.(desk))
    this.hub.on('reels', () => listener.reels?.())
    this.hub.onclose(() => void this.start())
  }

  /** Starts it, and goes on trying until it stands; a call while it does changes nothing. */
  start(): Promise<void> {
    return (this.starting ??= this.tryOn().finally(() => (this.starting = null)))
  }

  private async tryOn(): Promise<void> {
    for (let tries = 0; !this.isOver; tries++) {
      try {
        await this.hub.start()
        this.listener.anew?.()
        await this.hub.invoke(...this.enter())
        this.listener.state?.('standing')
        return
      } catch (wrong) {
        this.listener.state?.(/Status code '401'/.test(String(wrong)) ? 'shut' : 'away')
        if (this.hub.state !== HubConnectionState.Disconnected) await this.hub.stop()
        await new Promise((go) => setTimeout(go, Math.min(250 * 2 ** tries, longestWait)))
      }
    }
  }

  /** Says what this desk shows; what cannot be said now will be otherwise when the line is back. */
  cast(message: CastMessage): void {
    if (this.hub.state === HubConnectionState.Connected) void this.hub.send('Cast', message).catch(() => {})
  }

  stop(): void {
    this.isOver = true
    void this.hub.stop()
  }
}
