// What is asked of the server once, however often it is pressed.

/** Fetches, but asks no second time for a change that is under way: the first answer is for both. What has no text as its body is let be. */
export function onceAtATime(ask: typeof fetch): typeof fetch {
  const underWay = new Map<string, Promise<Response>>()
  return async (to, init) => {
    const { method = 'GET', body = '' } = init ?? {}
    if (method === 'GET' || typeof body !== 'string') return ask(to, init)
    const change = `${method} ${to} ${body}`
    const asked = underWay.get(change) ?? ask(to, init).finally(() => underWay.delete(change))
    underWay.set(change, asked)
    return (await asked).clone()
  }
}
