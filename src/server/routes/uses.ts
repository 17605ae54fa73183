// GET /api/uses/:name: lines in the person's scripts that use a command, commented out or not.
import { Hono } from 'hono'
import { commentedOutCommand, read } from '../../core/gcode/read.ts'
import type { Use } from '../../core/model/stored.ts'
import type { Database } from '../database.ts'
import { allTexts } from '../scripts.ts'

const max = 100

export function whereUsedRoutes(database: Database) {
  return new Hono().get('/:name', context => {
    const wanted = context.req.param('name').toUpperCase()
    const same = (name: string | undefined) => name === wanted || (wanted === 'T' && /^T\d+$/.test(name ?? ''))
    const uses: Use[] = []
    for (const { id, name, text } of allTexts(database))
      for (const line of read(text)) {
        const commentedOut = commentedOutCommand(line)
        if (!same((commentedOut ?? line).command?.name)) continue
        uses.push({
          scriptId: id,
          script: name,
          line: line.number,
          text: line.raw.trim(),
          commentedOut: commentedOut !== null,
        })
        if (uses.length >= max) return context.json(uses)
      }
    return context.json(uses)
  })
}
