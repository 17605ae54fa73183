// On hover, explains a command and its letters.
import { hoverTooltip } from '@codemirror/view'
import { type FirmwareFamily, specOf } from '../../../../core/firmware/spec.ts'
import { commentedOutCommand, readLine } from '../../../../core/gcode/read.ts'

const add = (parent: HTMLElement, tag: string, text: string, className = ''): HTMLElement => {
  const element = document.createElement(tag)
  element.textContent = text
  element.className = className
  parent.append(element)
  return element
}

/** `firmware` returns the chosen firmware at the time of hovering, with taught commands. */
export const commandHover = (firmware: () => Promise<FirmwareFamily>) =>
  hoverTooltip(async (view, position) => {
    const at = view.state.doc.lineAt(position)
    // Over a value, the value is explained instead.
    for (const found of at.text.matchAll(/@\(?(?:(?:highest|lowest)\s+)?[A-Za-z_]\w*/g))
      if (position >= at.from + found.index && position <= at.from + found.index + found[0].length) return null
    const line = readLine(at.text)
    const command = line.command ?? commentedOutCommand(line)?.command
    if (!command) return null
    const spec = specOf(await firmware(), command)
    return {
      pos: at.from,
      end: at.to,
      above: true,
      create: () => {
        const dom = document.createElement('div')
        dom.className = 'cm-command-card'
        const head = add(dom, 'p', '')
        add(head, 'code', command.name)
        add(head, 'b', spec ? spec.title : 'Not known for this firmware')
        const list = add(dom, 'dl', '')
        for (const { letter, means, unit } of spec?.letters ?? []) {
          const used = command.words.some(word => word.letter === letter)
          add(list, 'dt', letter, used ? 'used' : '')
          add(list, 'dd', unit === 'switch' || unit === 'number' ? means : `${means}, ${unit}`, used ? 'used' : '')
        }
        if (spec?.notes) add(dom, 'p', spec.notes)
        return { dom }
      },
    }
  })
