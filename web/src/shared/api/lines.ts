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
