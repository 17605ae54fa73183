// Memory that a page shares with its worker: what is put there can be taken within the very frame that is being painted, while a
// message would wait until after it, as browsers paint what was typed before they deliver anything.

/** Room for so many signs of JSON; what is longer comes as a message alone. */
const signs = 120_000
/** Before the text: the number of the question that it answers, and how long it is. */
const head = 2

export class Mailbox {
  private readonly counts: Int32Array
  private readonly text: Uint16Array

  constructor(readonly memory: SharedArrayBuffer) {
    this.counts = new Int32Array(memory, 0, head)
    this.text = new Uint16Array(memory, head * Int32Array.BYTES_PER_ELEMENT, signs)
  }

  /** Puts the answer to a question there, over what lay there before; nothing where it is too long. */
  put(question: number, answer: unknown): void {
    const said = JSON.stringify(answer)
    if (said.length > signs) return
    // Whoever looks meanwhile finds nothing.
    Atomics.store(this.counts, 0, 0)
    for (let i = 0; i < said.length; i++) this.text[i] = said.charCodeAt(i)
    Atomics.store(this.counts, 1, said.length)
    Atomics.store(this.counts, 0, question)
  }

  /** The answer to this question; undefined where it has not come, or another has. Questions count from 1. */
  take(question: number): unknown {
    if (Atomics.load(this.counts, 0) !== question) return undefined
    const length = Atomics.load(this.counts, 1)
    let said = ''
    for (let from = 0; from < length; from += 8192)
      said += String.fromCharCode(...this.text.slice(from, Math.min(length, from + 8192)))
    return Atomics.load(this.counts, 0) === question ? JSON.parse(said) : undefined
  }
}

/** A mailbox for this page; null where its server does not keep it apart from others, so that it may share no memory. */
export const newMailbox = (): Mailbox | null =>
  globalThis.crossOriginIsolated
    ? new Mailbox(new SharedArrayBuffer(head * Int32Array.BYTES_PER_ELEMENT + signs * Uint16Array.BYTES_PER_ELEMENT))
    : null
