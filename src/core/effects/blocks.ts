// Runs scripts and macro files with branches, loops and calculations in their lines, as the board does.
import type { FlowStep } from '../firmware/effect.ts'
import { effectOf } from '../firmware/spec.ts'
import { leavesWordOut } from '../format.ts'
import type { Command, Word } from '../gcode/line.ts'
import type { Recorder } from '../machine/recorder.ts'
import {
  type BlockProblem,
  type Branch,
  type Indented,
  positionOf,
  type Statement,
  statementsOf,
} from '../macros/blocks.ts'
import { shown as asShown, evaluateHere, evaluateList, type Worked } from '../macros/expression.ts'
import { isGroup, isText, membersOf, numberFrom, own, truthy, type Value } from '../macros/values.ts'
import { objectsOf } from './objects.ts'

/** Runs one command, and with the same runner everything that the command calls. */
/** `own` is the line in the command's own file; `line` is the script line that called it. */
export type Run = (line: number, command: Command, which: number | undefined, own: number) => void

/** How a statement ends: continue, leave the loop, next round, leave the file, or end the whole script. */
type Way = 'on' | 'leave' | 'again' | 'return' | 'abort'

/** The scope of a file: the letters of its call, its variables by block, and the round of its loop. */
type Frame = {
  params: Readonly<Record<string, Value>>
  blocks: Map<string, Value>[]
  rounds: number[]
  /** The running file; null in the script itself. */
  file: string | null
  /** The script line that all lines of a file are reported at; null in the script itself. */
  callingLine: number | null
}

/** Limit for nested branches and loops. */
const deepestBlocks = 100

/** Limit for the rounds of a loop. */
const maxRounds = 5_000

/** A call of a file: its name, the letters of the call, and the line that everything is reported at. */
export type FileCall = { file: string; params: Readonly<Record<string, Value>>; callingLine: number | null }

/** Runs the commands of a script, or of a file if `call` is given. */
export function runBlocks(
  recorder: Recorder,
  commands: Iterable<Indented>,
  run: Run,
  call: FileCall | null = null,
): void {
  const flow = new Flow(recorder, run)
  const { params = {}, file = null, callingLine = null } = call ?? {}
  flow.all(statementsOf(commands), { params, blocks: [new Map()], rounds: [], file, callingLine })
}

class Flow {
  constructor(
    private readonly recorder: Recorder,
    private readonly run: Run,
  ) {}

  all(statements: Iterable<Statement | BlockProblem>, frame: Frame): void {
    for (const statement of statements) {
      if (!('kind' in statement)) {
        const line = frame.callingLine ?? statement.line
        this.recorder.troubles.push({ kind: 'unreadable', line, why: statement.why })
      } else if (this.next(statement, frame) !== 'on') return
    }
  }

  private body(statements: readonly Statement[], frame: Frame): Way {
    for (const statement of statements) {
      const way = this.next(statement, frame)
      if (way !== 'on') return way
    }
    return 'on'
  }

  private next(statement: Statement, frame: Frame): Way {
    const again = frame.rounds.length > 0 || frame.file !== null
    this.recorder.repeating = again
    if (again && !this.spend(frame)) return 'abort'
    const way = this.statement(statement, frame)
    return this.recorder.over ? 'abort' : way
  }

  /** Charges a line that is repeated by a loop, or belongs to a file, to the shared limits. */
  private spend({ callingLine }: Frame): boolean {
    if (callingLine !== null) this.recorder.line = callingLine
    return this.recorder.spend('repeats')
  }

  /** A block has its own variables. */
  private block(statements: readonly Statement[], frame: Frame): Way {
    if (frame.blocks.length > deepestBlocks) {
      this.recorder.stop(`Branches are nested more than ${deepestBlocks} deep. The rehearsal stops here.`)
      return 'abort'
    }
    frame.blocks.push(new Map())
    const way = this.body(statements, frame)
    frame.blocks.pop()
    return way
  }

  private statement(statement: Statement, frame: Frame): Way {
    switch (statement.kind) {
      case 'command':
        return this.command(statement.at, frame)
      case 'choice':
        return this.choice(statement.branches, frame)
      case 'loop':
        return this.loop(statement.opener, statement.body, frame)
    }
  }

  private choice(branches: readonly Branch[], frame: Frame): Way {
    for (const { opener, body } of branches) {
      const unconditional = opener.command.name === 'ELSE'
      const holds = unconditional || this.holds(opener, frame, !aborts(body))
      this.show(opener, frame)
      if (holds) return this.block(body, frame)
    }
    return 'on'
  }

  private loop(opener: Indented, body: readonly Statement[], frame: Frame): Way {
    frame.rounds.push(0)
    let way: Way = 'on'
    let rounds = 0
    while (way === 'on' || way === 'again') {
      // An unknown condition counts as true for one round only; otherwise the loop would never end.
      if (!this.holds(opener, frame, rounds === 0, rounds)) break
      if (rounds++ >= maxRounds) {
        this.recorder.line = frame.callingLine ?? opener.line
        this.recorder.stop(
          `This loop runs more than ${maxRounds.toLocaleString('en')} times. The rehearsal stops here.`,
        )
        break
      }
      this.show(opener, frame)
      way = this.block(body, frame)
      frame.rounds[frame.rounds.length - 1] = rounds
    }
    frame.rounds.pop()
    this.note(`It runs ${rounds === 1 ? 'once' : `${rounds} times`}.`)
    this.show(opener, frame)
    return way === 'leave' || way === 'again' ? 'on' : way
  }

  /** Whether the condition of `if`, `elif` or `while` holds; `otherwise` is the result if it is unknown. */
  private holds(opener: Indented, frame: Frame, otherwise: boolean, rounds = 0): boolean {
    const found = this.worth(opener.command.message ?? '', frame)
    if (!found.ok) this.tell(found, opener, frame, `The rehearsal assumes that it is ${otherwise ? 'true' : 'false'}.`)
    const holds = found.ok ? truthy(found.value) : otherwise
    const decided = frame.callingLine === null ? this.decided(opener, rounds) : undefined
    if (decided !== undefined) return decided
    this.note(
      found.ok
        ? holds
          ? 'So it is this time.'
          : 'Not so this time.'
        : `${found.why} It is assumed ${otherwise ? 'true' : 'false'}.`,
    )
    return holds
  }

  /** The result that the stage fixes for a condition, to rehearse a different path; a loop then runs once. */
  private decided({ command }: Indented, rounds: number): boolean | undefined {
    const so = this.recorder.stage.branches?.get(command.message?.trim() ?? '')
    return so && rounds === 0
  }

  private worth(text: string, frame: Frame): Worked<Value> {
    this.recorder.spend('steps', 1 + text.length / 20)
    return evaluateHere(text, this.lookup(frame))
  }

  private note(text: string): void {
    this.recorder.notes.set(this.recorder.rows.count, text)
  }

  private show({ line, command, which }: Indented, frame: Frame): void {
    this.run(frame.callingLine ?? line, command, frame.callingLine === null ? which : undefined, line)
  }

  private tell(found: Extract<Worked<unknown>, { ok: false }>, { line }: Indented, frame: Frame, then: string): void {
    const { why, unknown } = found
    const kind = unknown !== null && !/^(?:var|param|global)\b/.test(unknown) ? 'unseen' : 'value'
    const { file } = frame
    this.recorder.troubles.push({
      kind,
      line: frame.callingLine ?? line,
      why: `${file === null ? '' : positionOf({ file, line, macro: null })}${why} ${then}`,
    })
  }

  private lookup(frame: Frame): (root: string) => Value {
    return root => {
      switch (root) {
        case 'param':
          return frame.params as Record<string, Value>
        case 'var':
          return membersOf(name => frame.blocks.findLast(block => block.has(name))?.get(name))
        case 'global':
          return membersOf(name => this.recorder.globals.get(name))
        case 'iterations':
          return frame.rounds.at(-1)
        case 'result':
          return 0
        default:
          return own(objectsOf(this.recorder), root)
      }
    }
  }

  private command(pending: Indented, frame: Frame): Way {
    const at = { ...pending, command: pending.now?.() ?? pending.command }
    const effect = effectOf(this.recorder.stage.firmware, at.command)
    if (effect?.does === 'flow') return this.step(effect.step, at, frame)
    this.show({ ...at, command: this.filled(at, frame) }, frame)
    return 'on'
  }

  private step(step: FlowStep, at: Indented, frame: Frame): Way {
    const way = this.stepWay(step, at, frame)
    this.show(at, frame)
    return way
  }

  private stepWay(step: FlowStep, at: Indented, frame: Frame): Way {
    const text = at.command.message ?? ''
    this.recorder.line = frame.callingLine ?? at.line
    switch (step) {
      case 'leave':
      case 'again':
      case 'return':
        return step
      case 'variable':
      case 'global':
      case 'change':
        this.assign(step, text, at, frame)
        return 'on'
      case 'say': {
        const [to = '', name] = /^\s*>{1,3}\s*"([^"]*)"/.exec(text) ?? []
        const found = evaluateList(text.slice(to.length), this.lookup(frame))
        if (found.ok && name !== undefined) this.note(`It goes into the file ${name}.`)
        else if (found.ok) this.recorder.message(found.value.map(asShown).join(' '))
        else this.tell(found, at, frame, 'Nothing is shown.')
        return 'on'
      }
      case 'abort': {
        const found = this.worth(text, frame)
        const why = found.ok ? (found.value == null ? '' : asShown(found.value)) : text
        this.recorder.message(`Stops: ${why}`)
        const position = frame.callingLine === null ? '' : positionOf({ file: frame.file, line: at.line, macro: null })
        this.recorder.end('error', `${position}The script aborts here${why ? `: “${why}”` : ''}.`)
        return 'abort'
      }
      // Block openers arrive here only if they have no block.
      case 'branch':
      case 'loop':
        return 'on'
    }
  }

  private assign(step: 'variable' | 'global' | 'change', text: string, at: Indented, frame: Frame): void {
    const why = this.assigned(step, text, frame)
    if (why) this.tell({ ok: false, ...why }, at, frame, 'It is left out.')
  }

  /** Assigns a variable or an item of one; returns what is wrong if that is impossible. */
  private assigned(
    step: 'variable' | 'global' | 'change',
    text: string,
    frame: Frame,
  ): { why: string; unknown: string | null } | null {
    const wrong = (why: string, unknown: string | null = null) => ({ why, unknown })
    const [, target = '', places = '', body = ''] =
      /^\s*((?:var\.|global\.)?[A-Za-z_]\w*)((?:\[[^=]{1,200}\])?)\s*=\s*(.*)$/.exec(text) ?? []
    const [scope, name] = target.includes('.')
      ? (target.split('.') as [string, string])
      : [step === 'global' ? 'global' : 'var', target]
    if (!target) return wrong('A name and a value are missing.')
    const found = this.worth(body, frame)
    if (!found.ok) return found
    if (isText(found.value) && !this.recorder.spend('text', found.value.length)) return null
    const home =
      scope === 'global'
        ? this.recorder.globals
        : step === 'change'
          ? frame.blocks.findLast(block => block.has(name))
          : (frame.blocks.at(-1) as Map<string, Value>)
    if (!home || (step === 'change' && !home.has(name)))
      return wrong(`No line above declares a variable “${target}” that could be changed.`, target)
    const indices = insideBrackets(places).map(each => this.worth(each, frame))
    const unknown = indices.find(each => !each.ok)
    if (unknown && !unknown.ok) return unknown
    const changed = withItem(
      home.get(name),
      indices.map(each => (each.ok ? numberFrom(each.value) : 0)),
      found.value,
    )
    if (changed === undefined) return wrong(`“${target}${places}” does not exist: the list has no such item.`)
    if (Array.isArray(changed) && !this.recorder.spend('values', changed.length)) return null
    home.set(name, changed)
    this.note(`It is ${asShown(found.value)}.`)
    return null
  }

  /** The command with the results of its expressions in curly brackets. */
  private filled(at: Indented, frame: Frame): Command {
    const { command } = at
    const message = command.message?.trim() ?? ''
    const shown = message.startsWith('{') && message.endsWith('}')
    if (!shown && !command.words.some(calculated)) return command
    const worth = (text: string): Value => {
      const found = this.worth(text.slice(1, -1), frame)
      if (!found.ok) this.tell(found, at, frame, leavesWordOut)
      return found.ok ? found.value : undefined
    }
    const words = command.words.map((word): Word => {
      if (!calculated(word)) return word
      const value = worth(word.formula ?? '')
      const [first = value] = Array.isArray(value) ? value : []
      if (first === undefined || first === null) return word
      if (isGroup(first)) {
        const why = `“${word.formula?.slice(1, -1)}” is a list of groups of values, not a number.`
        this.tell({ ok: false, why, unknown: null }, at, frame, leavesWordOut)
        return word
      }
      return typeof value === 'string'
        ? { ...word, quoted: value, formula: null }
        : { ...word, value: numberFrom(first), formula: null }
    })
    const tool = command.name === 'T' ? words.find(({ letter }) => letter === 'T')?.value : null
    return {
      ...command,
      ...(tool != null && { name: `T${tool}` }),
      words: tool == null ? words : words.filter(({ letter }) => letter !== 'T'),
      message: shown ? asShown(worth(message) ?? '') : command.message,
    }
  }
}

/** The text in each pair of brackets after a name: `1` and `var.a[0]` in `[1][var.a[0]]`. */
function insideBrackets(text: string): string[] {
  const parts: string[] = []
  let [depth, from] = [0, 0]
  for (let i = 0; i < text.length; i++) {
    if (text[i] === '[' && depth++ === 0) from = i + 1
    if (text[i] === ']' && --depth === 0) parts.push(text.slice(from, i))
  }
  return parts
}

/** A list with one item replaced, at any depth; undefined if the index does not exist. */
function withItem(old: Value, [index, ...deeper]: readonly number[], value: Value): Value | undefined {
  if (index === undefined) return value
  if (!Array.isArray(old) || !(index in old)) return undefined
  const item = withItem(old[index], deeper, value)
  return item === undefined ? undefined : old.with(index, item)
}

const calculated = ({ formula }: Word): boolean => formula?.startsWith('{') === true

/** Whether the lines of a branch end the script. Then an unknown condition does not count as true. */
const aborts = (body: readonly Statement[]): boolean =>
  body.some(each => each.kind === 'command' && each.at.command.name === 'ABORT')
