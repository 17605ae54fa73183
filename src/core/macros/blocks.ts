// Branches and loops of macro files. A block is the lines that are indented further than the line that opens it.
import type { Command } from '../gcode/line.ts'

/**
 * Position of a command in the machine's own files, and the command that called it. The main config has no name.
 * `unpassed` are the parameters that the line prints and that the call does not pass.
 */
export type Whence = {
  file: string | null
  line: number
  macro: string | null
  by: Whence | null
  unpassed?: readonly string[] | undefined
}

/** Begins a sentence about a line that a call runs: `In brush.g, line 3: `, `In the macro WARM, line 4 of the config: `. */
export const positionOf = ({ file, line, macro }: Pick<Whence, 'file' | 'line' | 'macro'>): string =>
  `${macro === null ? `In ${file}, line ${line}` : `In the macro ${macro}, line ${line} of ${file ?? 'the config'}`}: `

/** A command, its line, and how far from the left it begins. */
export type Indented = {
  line: number
  command: Command
  indent?: number | undefined
  /** Its index among the commands of its line, from 0; undefined for commands made by a macro or a file. */
  which?: number | undefined
  /** The command with its values filled in when it runs, if it contains values. */
  now?: () => Command
  /** The position of a command that a macro or a file made. */
  whence?: Whence | undefined
}

export type Branch = { opener: Indented; body: Statement[] }
export type Statement =
  | { kind: 'command'; at: Indented }
  | { kind: 'choice'; branches: Branch[] }
  | { kind: 'loop'; opener: Indented; body: Statement[] }

export type BlockProblem = { line: number; why: string }

/**
 * Groups commands into blocks, one statement after another as the commands arrive, because a line may depend on
 * commands before it. An ELIF or ELSE without an IF is reported and skipped, so its lines run.
 */
export function* statementsOf(commands: Iterable<Indented>): Generator<Statement | BlockProblem> {
  /** The outermost open branch or loop. */
  let whole: Statement | null = null
  /** Open blocks, each with the indentation of its first line. */
  const open: { indent: number; body: Statement[] }[] = []
  for (const at of commands) {
    const { indent = 0, line, command } = at
    while (open.length > 0 && (open.at(-1)?.indent ?? 0) >= indent) open.pop()
    const { name } = command
    const before: Statement | null | undefined = open.length > 0 ? open.at(-1)?.body.at(-1) : whole
    if (name === 'ELIF' || name === 'ELSE') {
      if (before?.kind === 'choice' && (before.branches[0]?.opener.indent ?? 0) === indent) {
        const branch = { opener: at, body: [] }
        before.branches.push(branch)
        open.push({ indent, body: branch.body })
      } else
        yield {
          line,
          why: `There is no “if” above at the same indentation that this “${name.toLowerCase()}” belongs to. Its lines run as if it were not there.`,
        }
      continue
    }
    const body: Statement[] = []
    const statement: Statement =
      name === 'IF'
        ? { kind: 'choice', branches: [{ opener: at, body }] }
        : name === 'WHILE'
          ? { kind: 'loop', opener: at, body }
          : { kind: 'command', at }
    const outer = open.at(-1)?.body
    if (outer) outer.push(statement)
    else {
      if (whole) yield whole
      whole = null
      if (statement.kind === 'command') yield statement
      else whole = statement
    }
    if (statement.kind !== 'command') open.push({ indent, body })
  }
  if (whole) yield whole
}
