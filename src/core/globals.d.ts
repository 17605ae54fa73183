// The three globals that the core uses beyond the language itself. Every browser, worker and server has them.
declare class TextDecoder {
  constructor(label?: string, options?: { fatal?: boolean; ignoreBOM?: boolean })
  decode(bytes: Uint8Array): string
}
declare class TextEncoder {
  encode(text: string): Uint8Array
}
declare function structuredClone<T>(value: T): T
