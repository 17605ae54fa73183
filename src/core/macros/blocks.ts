// Branches and loops of macro files: a block is what stands further to the right than the line that opens it.
import type { Command } from '../gcode/line.ts'

/** A command, its line, and how far from the left it begins. */
export type Indented = {
  line: number
  command: Command
  indent?: number | undefined
  /** Which of its line's commands it is, from 0; undefined for what a macro or a file made. */
  which?: number | undefined
  /** The command as it is when its turn comes, where values stand in it that are worked out then. */
  now?: () => Command
}

export type Branch = { opener: Indented; body: Statement[] }
export type Statement =
  | { kind: 'command'; at: Indented }
  | { kind: 'choice'; branches: Branch[] }
  | { kind: 'loop'; opener: Indented; body: Statement[] }

export type Blocks = { statements: Statement[]; problems: { line: number; why: string }[] }

/** Puts commands into their blocks. An ELIF or ELSE without an IF is told and passed over, so that its lines run. */
export function blocksOf(commands: Iterable<Indented>): Blocks {
  const problems: Blocks['problems'] = []
  const statements: Statement[] = []
  /** Bodies that are open, each with how far right its opener stands. */
  const open: { indent: number; body: Statement[] }[] = [{ indent: -1, body: statements }]
  for (const at of commands) {
    const { indent = 0, line, command } = at
    while (open.length > 1 && (open.at(-1)?.indent ?? 0) >= indent) open.pop()
    const here = open.at(-1)?.body ?? statements
    const { name } = command
    if (name === 'IF') {
      const branch = { opener: at, body: [] }
      here.push({ kind: 'choice', branches: [branch] })
      open.push({ indent, body: branch.body })
    } else if (name === 'ELIF' || name === 'ELSE') {
      const before = here.at(-1)
      if (before?.kind === 'choice' && (before.branches[0]?.opener.indent ?? 0) === indent) {
        const branch = { opener: at, body: [] }
        before.branches.push(branch)
        open.push({ indent, body: branch.body })
      } else
        problems.push({
          line,
          why: `There is no “if” above at the same indentation that this “${name.toLowerCase()}” belongs to. Its lines run as if it were not there.`,
        })
    } else if (name === 'WHILE') {
      const loop: Statement = { kind: 'loop', opener: at, body: [] }
      here.push(loop)
      open.push({ indent, body: loop.body })
    } else here.push({ kind: 'command', at })
  }
  return { statements, problems }
}
