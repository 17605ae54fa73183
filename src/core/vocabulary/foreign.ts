// Works out another program's formulas and conditions, whatever its signs: numbers, texts, comparisons, choices.

/** Null is what nobody can tell. */
export type Foreign = number | string | boolean | null

/** What a word is worth, with the number or word that stands behind it in brackets. */
export type LookUp = (word: string, index: string | null) => Foreign

const token =
  /\s*(?:(\d+(?:\.\d*)?|\.\d+)|"([^"]*)"|'([^']*)'|([A-Za-z_][\w.]*)|(==|!=|<>|<=|>=|&&|\|\||=~|!~|[-+*/%()[\]<>!?:,=]))/y

type Token = { kind: 'number' | 'text' | 'word' | 'sign'; text: string }

function tokensOf(text: string): Token[] | null {
  const tokens: Token[] = []
  token.lastIndex = 0
  while (token.lastIndex < text.length) {
    if (/^\s*$/.test(text.slice(token.lastIndex))) break
    const found = token.exec(text)
    if (!found) return null
    const [, number, double, single, word, sign] = found
    tokens.push(
      number !== undefined
        ? { kind: 'number', text: number }
        : word !== undefined
          ? { kind: 'word', text: word }
          : sign !== undefined
            ? { kind: 'sign', text: sign }
            : { kind: 'text', text: double ?? single ?? '' },
    )
  }
  return tokens
}

const functions: Readonly<Record<string, (...values: number[]) => number>> = {
  min: Math.min,
  max: Math.max,
  abs: Math.abs,
  int: Math.trunc,
  round: value => Math.round(value),
  floor: Math.floor,
  ceil: Math.ceil,
}

const isTrue = (value: Foreign): boolean | null =>
  value === null ? null : typeof value === 'string' ? value !== '' : Boolean(value)

/** Reads and works out in one go; what it can't read makes the whole unknown. */
class Reader {
  private at = 0
  constructor(
    private readonly tokens: readonly Token[],
    private readonly lookUp: LookUp,
  ) {}

  whole(): Foreign {
    const value = this.choice()
    return this.at === this.tokens.length ? value : null
  }

  private take(...signs: readonly string[]): string | null {
    const now = this.tokens[this.at]
    if (!now || now.kind === 'number' || now.kind === 'text' || !signs.includes(now.text)) return null
    this.at++
    return now.text
  }

  private choice(): Foreign {
    const condition = this.or()
    if (!this.take('?')) return condition
    const yes = this.choice()
    if (!this.take(':')) return null
    const no = this.choice()
    const holds = isTrue(condition)
    return holds === null ? null : holds ? yes : no
  }

  private or(): Foreign {
    let left = this.and()
    while (this.take('||', 'or')) {
      const [a, b] = [isTrue(left), isTrue(this.and())]
      left = a === true || b === true ? true : a === null || b === null ? null : false
    }
    return left
  }

  private and(): Foreign {
    let left = this.not()
    while (this.take('&&', 'and')) {
      const [a, b] = [isTrue(left), isTrue(this.not())]
      left = a === false || b === false ? false : a === null || b === null ? null : true
    }
    return left
  }

  private not(): Foreign {
    if (!this.take('!', 'not')) return this.comparison()
    const value = isTrue(this.not())
    return value === null ? null : !value
  }

  private comparison(): Foreign {
    const left = this.sum()
    const sign = this.take('==', '=', '!=', '<>', '<=', '>=', '<', '>')
    if (!sign) return left
    const right = this.sum()
    if (left === null || right === null) return null
    // A material's own name is longer than its kind: “Plain PLA” is a “PLA”.
    const same =
      typeof left === 'string' && typeof right === 'string'
        ? left.toLowerCase().includes(right.toLowerCase()) || right.toLowerCase().includes(left.toLowerCase())
        : left === right
    if (sign === '==' || sign === '=') return same
    if (sign === '!=' || sign === '<>') return !same
    const [a, b] = [Number(left), Number(right)]
    return sign === '<' ? a < b : sign === '>' ? a > b : sign === '<=' ? a <= b : a >= b
  }

  private sum(): Foreign {
    let left = this.product()
    for (let sign = this.take('+', '-'); sign; sign = this.take('+', '-')) {
      const right = this.product()
      left = numbers(left, right, sign === '+' ? (a, b) => a + b : (a, b) => a - b)
    }
    return left
  }

  private product(): Foreign {
    let left = this.factor()
    for (let sign = this.take('*', '/', '%'); sign; sign = this.take('*', '/', '%')) {
      const right = this.factor()
      left = numbers(left, right, sign === '*' ? (a, b) => a * b : sign === '/' ? (a, b) => a / b : (a, b) => a % b)
    }
    return left
  }

  private factor(): Foreign {
    if (this.take('-')) {
      const value = this.factor()
      return typeof value === 'number' ? -value : null
    }
    if (this.take('+')) return this.factor()
    if (this.take('(')) {
      const value = this.choice()
      return this.take(')') ? value : null
    }
    const now = this.tokens[this.at++]
    if (!now) return null
    if (now.kind === 'number') return Number(now.text)
    if (now.kind === 'text') return now.text
    if (now.kind === 'sign') return null
    return this.word(now.text)
  }

  private word(name: string): Foreign {
    if (/^true$/i.test(name)) return true
    if (/^false$/i.test(name)) return false
    const call = functions[name]
    if (call && this.take('(')) {
      const values: Foreign[] = [this.choice()]
      while (this.take(',')) values.push(this.choice())
      if (!this.take(')')) return null
      return values.every(value => typeof value === 'number') ? call(...(values as number[])) : null
    }
    const open = this.take('[', '(')
    if (!open) return this.lookUp(name, null)
    const from = this.at
    const index = this.choice()
    const only = this.at === from + 1 ? this.tokens[from]?.text : undefined
    if (!this.take(open === '[' ? ']' : ')')) return null
    return this.lookUp(name, typeof index === 'number' ? String(index) : (only ?? null))
  }
}

const numbers = (left: Foreign, right: Foreign, join: (a: number, b: number) => number): Foreign =>
  typeof left === 'number' && typeof right === 'number' ? join(left, right) : null

/** What a formula of another program is worth; null where a word in it is not known, or it can't be read. Never throws. */
export function workOut(formula: string, lookUp: LookUp): Foreign {
  const tokens = tokensOf(formula)
  return tokens === null || tokens.length === 0 ? null : new Reader(tokens, lookUp).whole()
}

/** What stands inside another program's signs: of `{x}`, `{{x}}`, `[x]`, `<x>`, `%x%`, `$(x)`, `${x}` the x. */
export function insideOf(text: string): string {
  const found =
    /^(?:\{\{([\s\S]*)\}\}|\$\(([\s\S]*)\)|\$\{([\s\S]*)\}|\{([\s\S]*)\}|\[([\s\S]*)\]|<([\s\S]*)>|%([\s\S]*)%)$/.exec(
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

/** A part of a branch: its beginning with a condition, another one, or its end. */
export type Branch = { kind: 'when' | 'otherwise-when' | 'otherwise' | 'end'; condition: string }

export function branchIn(inside: string): Branch | null {
  for (const [kind, shape] of branchWords) {
    const found = shape.exec(inside.trim())
    if (found) return { kind, condition: (found[1] ?? '').trim() }
  }
  return null
}
