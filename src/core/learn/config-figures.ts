// The values of a host's config, by section and key, each with its position.
import type { Section } from '../macros/config-sections.ts'
import type { Place } from './findings.ts'

type Found = { text: string; place: Place }

/** A config by section and key, with the position of each value. */
export class ConfigFigures {
  /** Sections by header in lower case; of a repeated key the later one counts. */
  private readonly sections = new Map<string, { place: Place; keys: Map<string, Found> }>()
  private readonly used = new Set<string>()
  private readonly usedKeys = new Set<string>()

  constructor(all: readonly Section[], root: string) {
    for (const { header, file, line, keys } of all) {
      const name = header.toLowerCase()
      const place = { file: file ?? root, line }
      const section = this.sections.get(name) ?? { place, keys: new Map<string, Found>() }
      for (const [key, { value, line: at }] of keys)
        section.keys.set(key, { text: value.trim(), place: { file: place.file, line: at } })
      this.sections.set(name, section)
    }
  }

  has(section: string): boolean {
    this.used.add(section)
    return this.sections.has(section)
  }

  placeOf(section: string): Place {
    return this.sections.get(section)?.place ?? { file: '', line: 1 }
  }

  /** Names of sections that match, in the order of the files. */
  named(fits: RegExp): string[] {
    const names = [...this.sections.keys()].filter(name => fits.test(name))
    for (const name of names) this.used.add(name)
    return names
  }

  text(section: string, key: string): Found | null {
    this.used.add(section)
    this.usedKeys.add(`${section}\n${key}`)
    return this.sections.get(section)?.keys.get(key) ?? null
  }

  number(section: string, key: string): { value: number; place: Place } | null {
    const found = this.text(section, key)
    const value = found && /^[-+.\d]+$/.test(found.text) ? Number(found.text) : Number.NaN
    return found && Number.isFinite(value) ? { value, place: found.place } : null
  }

  /** `30, 30`, or one number for both. */
  pair(section: string, key: string): { value: [number, number]; place: Place } | null {
    const found = this.text(section, key)
    const [x, y = x, more] = (found?.text ?? '').split(',').map(each => Number(each.trim() || Number.NaN))
    if (!found || more !== undefined || x === undefined || y === undefined) return null
    return Number.isFinite(x) && Number.isFinite(y) ? { value: [x, y], place: found.place } : null
  }

  /** Sections from which nothing was read, and the unread keys of the others. */
  unused(): { name: string; place: Place; keys: string[] | null }[] {
    return [...this.sections].flatMap(([name, { place, keys }]): ReturnType<ConfigFigures['unused']> => {
      if (!this.used.has(name)) return [{ name, place, keys: null }]
      const left = [...keys.keys()].filter(key => !this.usedKeys.has(`${name}\n${key}`))
      return left.length ? [{ name, place, keys: left }] : []
    })
  }
}
