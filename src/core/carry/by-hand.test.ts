// Scripts carried by hand, each with its reasons, written before the program was asked: it must come to the same, line by line.
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { demoPrinters } from '../../../demo/load.ts'
import type { Moment } from '../model/moment.ts'
import { Printer } from '../model/printer.ts'
import { carried } from '../testing/carrying.ts'

const folder = join(import.meta.dirname, 'by-hand')

/** A file: two printers in its first line, then parts, each headed by `--- name`. */
function partsOf(text: string): { from: string; to: string; parts: Map<string, string> } {
  const [head = '', ...rest] = text.split(/^--- /m)
  const [from = '', to = ''] = /^(\w+).*? → .*?(\w+)[, ]/.exec(head)?.slice(1) ?? []
  return {
    from,
    to,
    parts: new Map(rest.map(part => [part.slice(0, part.indexOf('\n')), part.slice(part.indexOf('\n') + 1)])),
  }
}

/** A printer with some of its fields otherwise: `tools.0.nozzleMm = 0.8`. */
function printerWith(name: string, changes: string | undefined, macros: string | undefined): Printer {
  const known = demoPrinters().find(each => each.name === name) ?? demoPrinters().find(each => each.name === 'Dunlin')
  const printer = JSON.parse(JSON.stringify(known))
  for (const line of (changes ?? '').split('\n').filter(Boolean)) {
    const [path = '', value = ''] = line.split(' = ')
    const steps = path.split('.')
    const last = steps.pop() as string
    const place = steps.reduce((at, step) => at[step], printer)
    try {
      place[last] = JSON.parse(value)
    } catch {
      place[last] = value
    }
  }
  return v.parse(Printer, macros === undefined ? printer : { ...printer, macros })
}

/** Lines without comments, blanks and the notes that a refusal leaves. */
const bare = (text: string): string[] =>
  text
    .split('\n')
    .map(line => (/^\s*;[?=@&!]/.test(line) ? line : line.replace(/;.*/, '')).trim())
    .filter(Boolean)

describe('carried by hand', () => {
  it.each(readdirSync(folder).sort())('%s', file => {
    const { from, to, parts } = partsOf(readFileSync(join(folder, file), 'utf8'))
    const moment = (parts.get('moment')?.trim() ?? 'start') as Moment
    const [first, last] = parts.get('lines')?.trim().split('-').map(Number) ?? []
    const plan = carried(
      parts.get('script') ?? '',
      printerWith(from, parts.get('from'), parts.get('macros')),
      printerWith(to, parts.get('to'), undefined),
      moment,
      first && last ? { lines: { first, last } } : {},
    )
    expect(bare(plan.text)).toEqual(bare(parts.get('carried') ?? ''))
  })
})
