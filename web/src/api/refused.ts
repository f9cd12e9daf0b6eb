/** What the server answered instead of doing what was asked, in words for a person. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly faults: readonly { place: string; reason: string }[] = [],
  ) {
    super(message)
  }
}

/** What is wrong, as the server says it (RFC 9457). */
export interface Problem {
  status?: number
  title?: string
  detail?: string
  faults?: { place: string; reason: string }[]
}

export const refusedBy = ({ detail, title, faults }: Problem, status: number): Refused =>
  new Refused(detail ?? title ?? `The server answered ${status}.`, status, faults)
