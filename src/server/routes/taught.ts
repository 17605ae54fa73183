// /api/taught: taught commands, saved one by one, exported and imported as a file.
import { Hono } from 'hono'
import type * as v from 'valibot'
import { TaughtCommand, TaughtFile } from '../../core/model/taught.ts'
import { readStored } from '../catalog.ts'
import { type Database, writing } from '../database.ts'
import { Refused, takes } from '../requests.ts'

export const allTaught = (database: Database): TaughtCommand[] =>
  database
    .prepare<[], { data: string }>('SELECT data FROM taught_commands ORDER BY family, name')
    .all()
    .flatMap(({ data }) => {
      const command = readStored(TaughtCommand, data)
      return command.ok ? [command.data] : []
    })

export function taughtRoutes(database: Database, now: () => string) {
  const keep = (command: TaughtCommand) =>
    database
      .prepare('INSERT OR REPLACE INTO taught_commands (family, name, data, changed_at) VALUES (?, ?, ?, ?)')
      .run(command.family, command.name, JSON.stringify(command), now())

  return new Hono()
    .get('/', context => context.json(allTaught(database)))
    .put('/', takes(TaughtCommand), async context => {
      keep(context.req.valid('json'))
      return context.json(allTaught(database))
    })
    .delete('/:family/:name', context => {
      const { family, name } = context.req.param()
      const { changes } = database
        .prepare('DELETE FROM taught_commands WHERE family = ? AND name = ?')
        .run(family, name)
      if (changes === 0) throw new Refused(404, `${name} was not taught for the ${family} family.`)
      return context.json(allTaught(database))
    })
    .get('/file', context => {
      const file: v.InferOutput<typeof TaughtFile> = {
        format: 'warm-prelude taught commands',
        version: 1,
        commands: allTaught(database),
      }
      context.header('content-disposition', 'attachment; filename="taught-commands.json"')
      return context.body(`${JSON.stringify(file, null, 2)}\n`, 200, { 'content-type': 'application/json' })
    })
    .post('/file', takes(TaughtFile), async context => {
      const file = context.req.valid('json')
      writing(database, () => {
        for (const command of file.commands) keep(command)
      })
      return context.json(allTaught(database))
    })
}
