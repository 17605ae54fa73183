// Classifies the text between delimiters: a formula, a part of a branch, an assignment, or a loop.

/** The text between delimiters: x for `{x}`, `{{x}}`, `{% x %}`, `[x]`, `<x>`, `%x%`, `#x#`, `$(x)`, `${x}`. */
export function insideOf(text: string): string {
  const found =
    /^(?:\{\{-?([\s\S]*?)-?\}\}|\{%-?([\s\S]*?)-?%\}|\$\(([\s\S]*)\)|\$\{([\s\S]*)\}|\{([\s\S]*)\}|\[([\s\S]*)\]|<([\s\S]*)>|%([\s\S]*)%|#([\s\S]*)#)$/.exec(
      text.trim(),
    )
  return (found?.slice(1).find(each => each !== undefined) ?? text).trim()
}

const branchWords: readonly (readonly [Branch['kind'], RegExp])[] = [
  ['otherwise-when', /^(?:elsif|elseif|elif|else\s+if)\b\s*(.*)$/is],
  ['otherwise', /^(?:else|otherwise)\s*$/is],
  ['end', /^(?:endif|end\s*if|end|fi)\s*$/is],
  ['when', /^(?:if|when)\b\s*(.*)$/is],
]

/** A part of a branch: its start or a further branch, with a condition, or its end. */
export type Branch = { kind: 'when' | 'otherwise-when' | 'otherwise' | 'end'; condition: string }

/** In some slicers a condition ends with a word or character of its own. */
export const conditionIn = (text: string): string => {
  const trimmed = text.trim()
  return (
    /[\s)]then$/i.test(trimmed) ? trimmed.slice(0, -4) : trimmed.endsWith(':') ? trimmed.slice(0, -1) : trimmed
  ).trim()
}

export function branchIn(inside: string): Branch | null {
  for (const [kind, shape] of branchWords) {
    const found = shape.exec(inside.trim())
    if (found) return { kind, condition: conditionIn(found[1] ?? '') }
  }
  return null
}

/** An assignment to one of the slicer's variables: `local hot = first_temp + 5`. */
export type Assigned = { name: string; formula: string }

export function assignmentIn(inside: string): Assigned | null {
  const [, name, formula] =
    /^(?:(?:local|global|set|let|var|const)\s+)?([A-Za-z_]\w*)\s*:?=(?!=)\s*(\S[\s\S]*?);?$/i.exec(inside.trim()) ?? []
  return name && formula ? { name, formula } : null
}

/** Whether a loop begins or ends here. */
export const loopIn = (inside: string): 'begins' | 'ends' | null =>
  /^(?:for|foreach|while|loop|repeat|until)\b/i.test(inside.trim())
    ? 'begins'
    : /^(?:end\s*(?:for|foreach|while|loop|repeat)|done|next)$/i.test(inside.trim())
      ? 'ends'
      : null
