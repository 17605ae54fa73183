// GET /api/uses/:name: where a command stands in the person's own scripts, asleep or awake.
import { Hono } from 'hono'
import { read, sleeping } from '../../core/gcode/read.ts'
import type { Database } from '../database.ts'
import { allScripts } from '../scripts.ts'

const most = 100

export type Use = { scriptId: number; script: string; line: number; text: string; asleep: boolean }

export function whereUsedRoutes(database: Database): Hono {
  return new Hono().get('/:name', context => {
    const wanted = context.req.param('name').toUpperCase()
    const same = (name: string | undefined) => name === wanted || (wanted === 'T' && /^T\d+$/.test(name ?? ''))
    const uses: Use[] = []
    for (const { id, name, text } of allScripts(database))
      for (const line of read(text)) {
        const asleep = sleeping(line)
        if (!same((asleep ?? line).command?.name)) continue
        uses.push({ scriptId: id, script: name, line: line.number, text: line.raw.trim(), asleep: asleep !== null })
        if (uses.length >= most) return context.json(uses)
      }
    return context.json(uses)
  })
}
