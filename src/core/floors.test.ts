// Imports go down the floors only: a file may import from its own floor or a lower one, never a higher.
import { readdirSync, readFileSync, statSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'

const source = join(dirname(fileURLToPath(import.meta.url)), '..')
/** From the ground up. Every folder of the core, and every file beside them, has a floor of its own. */
const order = [
  'core/format.ts',
  'core/gcode',
  'core/model',
  'core/firmware',
  'core/expression',
  'core/formula',
  'core/vocabulary',
  'core/macros',
  'core/machine',
  'core/effects',
  'core/resolve',
  'core/script',
  'core/explain',
  'core/check',
  'core/documents',
  'core/round-steps.ts',
  'core/rehearsal.ts',
  'core/document-round.ts',
  'core/round.ts',
  'core/prove.ts',
  'core/answer.ts',
  'core/rule-example.ts',
  'core/printfile',
  'core/compare',
  'core/export',
  'core/runs',
  'core/carry',
  'core/print',
  'core/learn',
  'core/testing',
  'tasks',
  'pages.ts',
  'worker',
  'server',
  'cli',
  'web',
  'siege',
]
const floors: Record<string, number> = Object.fromEntries(order.map((name, floor) => [name, floor]))

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
const pure = ['valibot', '@huggingface/jinja', 'diff']

const code = filesIn(source).filter(path => !/\.(test|d)\.ts$/.test(path))

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

it('keeps pages apart: what two of them share is in ui, lib or state', () => {
  const pages = join(source, 'web', 'pages')
  const pageOf = (path: string) => relative(pages, path).split('/')[0]
  const across = code
    .filter(path => path.startsWith(pages))
    .flatMap(path =>
      importsOf(path)
        .filter(name => name.startsWith('.'))
        .map(name => resolve(dirname(path), name))
        .filter(target => target.startsWith(pages) && pageOf(target) !== pageOf(path))
        .map(target => `${relative(pages, path)} → ${relative(pages, target)}`),
    )
  expect(across).toEqual([])
  // What pages share does not import a page.
  const up = code
    .filter(path => /\/web\/(?:ui|lib|state)\//.test(path))
    .flatMap(path => importsOf(path).filter(name => name.includes('/pages/')))
  expect(up).toEqual([])
})

it('has no circle of imports', () => {
  const targets = (path: string) =>
    importsOf(path)
      .filter(name => name.startsWith('.'))
      .map(name => resolve(dirname(path), name))
      .filter(target => code.includes(target))
  const done = new Set<string>()
  const circles: string[] = []
  const follow = (path: string, way: readonly string[]): void => {
    if (way.includes(path))
      circles.push([...way.slice(way.indexOf(path)), path].map(each => relative(source, each)).join(' → '))
    if (done.has(path) || way.includes(path)) return
    for (const target of targets(path)) follow(target, [...way, path])
    done.add(path)
  }
  for (const path of code) follow(path, [])
  expect(circles).toEqual([])
})
