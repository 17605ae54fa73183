// After a tool change a different tool is in use than the print expects.
import { toolShown } from '../../machine/state.ts'
import { twoTools } from '../../model/example.ts'
import { goesOnAfter, isChangeMoment, momentFacts } from '../../model/moment.ts'
import { forEachTool } from '../../script/makers/between.ts'
import { changing, takings, toolAfter } from '../changing.ts'
import type { Checked, Fix, Found, Row, Rule } from '../finding.ts'
import { atTheEnd } from '../fixes.ts'

/** A manual change, or a macro without a known effect, may select a tool that a rehearsal can't see. */
const byOther = ['change-filament', 'opaque', 'macro', 'pause']

const name = (tool: number): string => (tool < 0 ? 'no tool' : `T${tool}`)

function check(script: Checked): Found[] {
  const { stage, rows, trace } = script
  // A tool's own macro is called for that tool.
  if (rows.length === 0 || trace.stopped || stage.opened) return []
  const last = toolAfter(script)
  const change = changing(script)
  if (!change) return keptTool(script, last)
  const wanted = momentFacts[stage.moment].tool === 'old' ? null : change.to
  if (wanted === null || last === wanted) return []
  const taken = takings(script).at(-1)
  if (taken) {
    const message = `${name(last)} is in use when this ends. The print goes on with ${name(wanted)}, as if that were selected.`
    return [{ line: taken.line, message, fixes: followed(taken) }]
  }
  if (momentFacts[stage.moment].tool !== 'changing' || rows.some(({ effect }) => byOther.includes(effect?.does ?? '')))
    return []
  const message = `No line here takes ${name(wanted)}. That is right only if the slicer adds its own line for it.`
  const take = nextTool(script)
  return [
    {
      line: rows.at(-1)?.line ?? 1,
      severity: 'advice',
      message,
      fixes: atTheEnd(script, take, 'Select the next tool'),
    },
  ]
}

/** The line that selects the next tool, or a line for each tool if the firmware's numbers can't contain a value. */
function nextTool({ stage, trace }: Checked): string | null {
  const { phrases } = stage.firmware
  const any = phrases.takeTool('@to_tool')
  if (any !== null) return any
  const each = forEachTool({ stage, modes: trace.beginning.modes }, 'to_tool', (_, address) => [
    phrases.takeTool(address),
  ])
  return each.length ? each.join('\n') : null
}

/** `T1` as a fixed number although the change may go to any tool. */
function followed({ source, command }: Row): Fix[] {
  if (!source || !/^T\d+$/i.test(command.name)) return []
  const at = source.raw.search(/T\d+/i)
  if (at < 0) return []
  const from = source.from + at
  return [
    {
      title: 'Select the next tool (T@to_tool)',
      edits: [{ from, to: from + command.name.length, insert: 'T@to_tool' }],
    },
  ]
}

/** Without a change of tool, the tool that printed continues. */
function keptTool(script: Checked, last: number): Found[] {
  const { stage, trace } = script
  const began = toolShown(trace.beginning.modes)
  if (!goesOnAfter.includes(stage.moment) || isChangeMoment(stage.moment) || last === began) return []
  const taken = takings(script).at(-1)
  if (!taken) return []
  const message = `${name(last)} is in use when this ends. The print goes on with ${name(began)}, which it was printing with.`
  return [{ line: taken.line, message }]
}

export const toolNotTaken = {
  name: 'tool-not-taken',
  group: 'change',
  severity: 'error',
  title: 'The next tool is not selected',
  why: 'After a change the print goes on as if the next tool were selected. With a different tool it prints in the wrong material, or beside its position.',
  silentWhen:
    'Only advice where no line selects a tool at all, because many slicers add that line themselves. Silent for a change of filament by hand, and where an unknown macro may do it.',
  example: {
    text: 'G91\nG1 Z2 F600\nG90\nT0',
    moment: 'tool-change',
    job: { materials: ['Test stuff', 'Test stuff'] },
    printer: { tools: twoTools },
  },
  judgesEnd: true,
  check,
} as const satisfies Rule
