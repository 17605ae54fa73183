// Shows the current result beside each value, and on hover its results for the other jobs.
import { type Extension, RangeSetBuilder, StateField, type Text } from '@codemirror/state'
import { Decoration, type DecorationSet, EditorView, hoverTooltip, WidgetType } from '@codemirror/view'
import { plain } from '../../../../core/format.ts'
import type { Quantity } from '../../../../core/formula/evaluate.ts'
import { settingLine } from '../../../../core/formula/marks.ts'
import { scopeOf, valueSpecs, type World } from '../../../../core/formula/values.ts'
import type { Job } from '../../../../core/model/job.ts'
import type { Material } from '../../../../core/model/material.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import type { DeskRound } from '../../../../tasks/desk-round.ts'
import { putRound, worthText } from './round.ts'

/** The sources of values: the current input, and all jobs and materials. */
export type Known = { setting: RehearsalInput; jobs: readonly Job[]; materials: readonly Material[] }

class Worth extends WidgetType {
  constructor(readonly text: string) {
    super()
  }
  override eq(other: Worth): boolean {
    return other.text === this.text
  }
  override toDOM(): HTMLElement {
    const span = document.createElement('span')
    span.className = 'cm-worth'
    span.textContent = this.text
    return span
  }
}

function worths(doc: Text, round: DeskRound): DecorationSet {
  const builder = new RangeSetBuilder<Decoration>()
  for (const { to, text, unit } of [...round.worths].sort((a, b) => a.to - b.to))
    if (to <= doc.length) builder.add(to, to, Decoration.widget({ widget: new Worth(worthText(text, unit)), side: 0 }))
  return builder.finish()
}

const worthField = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(set, transaction) {
    for (const effect of transaction.effects)
      if (effect.is(putRound)) return worths(transaction.state.doc, effect.value)
    return set.map(transaction.changes)
  },
  provide: field => EditorView.decorations.from(field),
})

const worldFor = ({ setting, materials }: Known, job: Job): World => {
  const own = job.materials.map(name => materials.find(each => each.name === name) ?? setting.material)
  return {
    printer: setting.printer,
    job,
    moment: setting.moment,
    materialOf: tool =>
      job === setting.job && own.length === 1 ? setting.material : (own[tool] ?? own[0] ?? setting.material),
  }
}

const describe = (found: Quantity | { why: string }): string =>
  'why' in found ? '–' : `${plain(found.value, 3)} ${found.unit}`.trim()

export const worthNow = (known: Known, job: Job, name: string): string =>
  describe(scopeOf(worldFor(known, job), job.firstTool, new Map()).value(name, null))

export const settingsIn = (doc: Text): { name: string; body: string; note: string }[] =>
  Array.from({ length: Math.min(doc.lines, 2000) }, (_, i) => settingLine(doc.line(i + 1).text)).filter(
    each => each !== null,
  )

const card = (rows: readonly (readonly [string, string])[], head: string, about: string) => {
  const dom = document.createElement('div')
  dom.className = 'cm-command-card'
  const title = document.createElement('p')
  const code = document.createElement('code')
  code.textContent = `@${head}`
  const what = document.createElement('b')
  what.textContent = about
  title.append(code, what)
  const list = document.createElement('dl')
  for (const [name, value] of rows) {
    const dt = document.createElement('dt')
    dt.textContent = value
    const dd = document.createElement('dd')
    dd.textContent = name
    list.append(dt, dd)
  }
  dom.append(title, list)
  return { dom }
}

/** On hover, explains a value and shows its result for each job. */
const hover = (known: () => Known) =>
  hoverTooltip((view, position) => {
    const line = view.state.doc.lineAt(position)
    for (const found of line.text.matchAll(/@\(?(?:(?:highest|lowest)\s+)?([A-Za-z_]\w*)/g)) {
      const from = line.from + found.index
      const to = from + found[0].length
      if (position < from || position > to) continue
      const name = found[1] as string
      const spec = valueSpecs.find(each => each.name === name)
      const setting = settingsIn(view.state.doc).find(each => each.name === name)
      if (!spec && !setting) return null
      const now = known()
      const rows = spec ? now.jobs.slice(0, 12).map(job => [`for ${job.name}`, worthNow(now, job, name)] as const) : []
      const about = spec ? spec.says : `${setting?.body ?? ''} ${setting?.note ?? ''}`
      return { pos: from, end: to, above: true, create: () => card(rows, name, about) }
    }
    return null
  })

/** `known` returns the current sources at the time of hovering or typing. */
export const values = (known: () => Known): Extension => [worthField, hover(known)]
