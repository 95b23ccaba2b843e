import { asProblem } from './problem'

/** Lines of JSON as they come. */
export async function readLines(
  stream: ReadableStream<Uint8Array> | null | undefined,
  tell: (line: unknown) => void,
): Promise<void> {
  if (!stream) throw new Error('no answer')
  const reader = stream.getReader()
  const words = new TextDecoder()
  let rest = ''
  for (;;) {
    const { done, value } = await reader.read()
    if (done) break
    const parts = (rest + words.decode(value, { stream: true })).split('\n')
    rest = parts.pop() ?? ''
    for (const line of parts) tell(JSON.parse(line))
  }
}

/** How far long work is. */
export type Tell = (done: number, of: number, doing: string) => void

/** The last line of long work: what came of it, or why nothing did. */
export type Ended<T> = T | { problem: { status: number } } | { failed: string }

/** Hear long work to its end, each step told as it begins. */
export async function heard<T extends object>(stream: unknown, tell: Tell): Promise<Ended<T>> {
  let last: Ended<T> = { failed: 'The server stopped before it was done. Nothing was kept: try again.' }
  await readLines(stream as ReadableStream<Uint8Array> | null, (raw) => {
    const line = raw as { done: number; of: number; doing: string } | Ended<T>
    if ('doing' in line) tell(line.done, line.of, line.doing)
    else last = line
  })
  return last
}

/** What came of long work; anything else is thrown as a Problem. */
export function finished<T extends object>(line: Ended<T>): T {
  if ('problem' in line) throw asProblem(line.problem, line.problem.status)
  if ('failed' in line) throw asProblem({ detail: line.failed }, 500)
  return line
}
