// Converts line breaks: the editor uses `
// `, and the file's own line breaks return when the text leaves the editor.

/**
 * Returns a text for the editor, and the line break to restore. Only a text with CRLF (or CR) on every line is
 * converted; a mixed text keeps its `\r`, so that fromEditor always reverses toEditor.
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
