// Imports go down the floors only: a file may import from its own floor or a lower one, never a higher.
import { readdirSync, readFileSync, statSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'

const source = join(dirname(fileURLToPath(import.meta.url)), '..')
const floors: Record<string, number> = {
  'core/gcode': 0,
  'core/model': 0,
  'core/formula': 1,
  'core/firmware': 1,
  'core/macros': 1,
  'core/machine': 2,
  'core/script': 2,
  'core/check': 3,
  'core/explain': 3,
  'core/carry': 4,
  'core/printfile': 4,
  'core/runs': 4,
  'core/testing': 4,
  web: 5,
  server: 5,
  cli: 5,
  worker: 5,
}

const filesIn = (folder: string): string[] =>
  readdirSync(folder).flatMap(name => {
    const path = join(folder, name)
    return statSync(path).isDirectory() ? filesIn(path) : /\.tsx?$/.test(name) ? [path] : []
  })

const floorOf = (path: string): number | undefined => {
  const parts = relative(source, path).split('/')
  return floors[parts[0] === 'core' ? `core/${parts[1]}` : (parts[0] as string)]
}

const importsOf = (path: string): string[] =>
  [...readFileSync(path, 'utf8').matchAll(/^(?:import|export)[^'"]*?from '([^']+)'|^import '([^']+)'/gm)].map(
    found => (found[1] ?? found[2]) as string,
  )

/** Packages that are as pure as the core. */
const pure = ['valibot', '@lezer/lr', '@lezer/common', 'nunjucks/src/parser.js']

const code = filesIn(source).filter(path => !path.includes('.test.'))

it('has a floor for every folder', () => {
  expect(code.filter(path => floorOf(path) === undefined)).toEqual([])
})

it('imports downwards only', () => {
  const climbing = code.flatMap(path =>
    importsOf(path)
      .filter(name => name.startsWith('.'))
      .map(name => resolve(dirname(path), name))
      .filter(target => target.startsWith(source) && (floorOf(target) ?? 0) > (floorOf(path) ?? 0))
      .map(target => `${relative(source, path)} imports ${relative(source, target)}`),
  )
  expect(climbing).toEqual([])
})

it('keeps React, Node, SQL and the clock out of the core', () => {
  const outside = code
    .filter(path => path.startsWith(join(source, 'core')))
    .flatMap(path => {
      const text = readFileSync(path, 'utf8')
      const packages = importsOf(path).filter(name => !name.startsWith('.') && !pure.includes(name))
      const words =
        text.match(/\b(?:Date\.now|new Date|Math\.random|document\.|window\.|localStorage|process\.)/g) ?? []
      return [...packages, ...words].map(each => `${relative(source, path)}: ${each}`)
    })
  expect(outside).toEqual([])
})
