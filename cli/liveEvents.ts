/** What the server tells as it happens, each event as the text of a JSON object. It goes on until the server ends. */
export async function* liveEvents(address: string): AsyncGenerator<string> {
  const response = await fetch(`${address}/api/events`)
  const decoder = new TextDecoder()
  let rest = ''
  for await (const chunk of response.body!) {
    rest += decoder.decode(chunk as Uint8Array, { stream: true })
    const parts = rest.split('\n\n')
    rest = parts.pop()!
    for (const part of parts) {
      const data = /^data: (.*)$/m.exec(part)?.[1]
      if (data !== undefined) yield data
    }
  }
}
