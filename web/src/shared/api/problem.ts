export interface FieldProblem {
  pointer: string
  code: string
  message: string
}

/** What the server answers when something cannot be: problem+json, or no answer at all (status 0). */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly code: string,
    readonly errors: FieldProblem[] = [],
    readonly current: Record<string, unknown> | null = null,
    /** Unlikely, but it can be: the same request with `sure` goes through. */
    readonly question = false,
  ) {
    super(detail)
  }

  get noSignal(): boolean {
    return this.status === 0
  }
}

export function asProblem(body: unknown, status: number): Problem {
  const given = (typeof body === 'object' && body !== null ? body : {}) as Partial<Problem>
  return new Problem(
    status,
    given.title ?? 'Something went wrong',
    given.detail ??
      `The server answered ${status}. Try again; if it happens again, tell the person who runs the server.`,
    given.code ?? 'unknown',
    given.errors ?? [],
    given.current ?? null,
    given.question ?? false,
  )
}

export const noSignal = () =>
  new Problem(
    0,
    'No signal',
    'The server cannot be reached. Nothing typed is lost: try again when there is signal.',
    'no_signal',
  )
