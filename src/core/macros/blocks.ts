// Branches and loops of macro files: a block is what stands further to the right than the line that opens it.
import type { Command } from '../gcode/line.ts'

/** A command, its line, and how far from the left it begins. */
/** Where in a machine's own files a command stands, and what called it; the config itself has no name. */
export type Whence = { file: string | null; line: number; macro: string | null; by: Whence | null }

export type Indented = {
  line: number
  command: Command
  indent?: number | undefined
  /** Which of its line's commands it is, from 0; undefined for what a macro or a file made. */
  which?: number | undefined
  /** The command as it is when its turn comes, where values stand in it that are worked out then. */
  now?: () => Command
  /** Where it stands, for what a macro or a file made. */
  whence?: Whence | undefined
}

export type Branch = { opener: Indented; body: Statement[] }
export type Statement =
  | { kind: 'command'; at: Indented }
  | { kind: 'choice'; branches: Branch[] }
  | { kind: 'loop'; opener: Indented; body: Statement[] }

export type BlockProblem = { line: number; why: string }

/**
 * Puts commands into their blocks, one statement after another as the commands come, so that what a line is may depend on those
 * that ran before it. An ELIF or ELSE without an IF is told and passed over, so that its lines run.
 */
export function* statementsOf(commands: Iterable<Indented>): Generator<Statement | BlockProblem> {
  /** The branch or loop that is open outermost, until a line comes that does not belong to it. */
  let whole: Statement | null = null
  /** Bodies that are open, each with how far right its opener stands. */
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
