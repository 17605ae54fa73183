// The editor holds lines with `\n` between them; a file's own line ends are put back when it leaves.

/**
 * A text for the editor and the separator to put back. Only a text whose every line ends in CRLF (or every one in CR) is
 * changed; in a mixed text the odd `\r` stay where they are, so that toEditor and fromEditor always cancel.
 */
export function toEditor(text: string): { text: string; separator: string } {
  if (text.includes('\n')) {
    const uniform = !/(^|[^\r])\n/.test(text)
    return uniform ? { text: text.replaceAll('\r\n', '\n'), separator: '\r\n' } : { text, separator: '\n' }
  }
  return text.includes('\r') ? { text: text.replaceAll('\r', '\n'), separator: '\r' } : { text, separator: '\n' }
}

export const fromEditor = (text: string, separator: string): string =>
  separator === '\n' ? text : text.replaceAll('\n', separator)
