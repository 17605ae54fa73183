// `npm run prove [edits] [exports] [translations] [seed]`: applies random edits, exports and translations to scripts,
// and rehearses each for several jobs. Reports what was tried, refused and broken.
import { type Proven, proveEdit, proveExport } from './proving.ts'
import { chanceFrom } from './texts.ts'
import { proveTranslation } from './translations.ts'

const [edits = 20_000, exports = 5_000, translations = 3_000, first = 1] = process.argv.slice(2).map(Number)
let wrong = 0

function run(what: string, count: number, prove: (chance: () => number) => Proven & { text: string }): void {
  const kinds = new Map<string, { tried: number; refused: number; wrong: number }>()
  for (let seed = first; seed < first + count; seed++) {
    const { request, refused, wrong: odd } = prove(chanceFrom(seed * 104_729))
    const name = request.startsWith('{') ? (JSON.parse(request) as { do: string }).do : request
    const kind = kinds.get(name) ?? { tried: 0, refused: 0, wrong: 0 }
    kinds.set(name, kind)
    kind.tried++
    if (refused) kind.refused++
    if (!odd) continue
    kind.wrong++
    if (wrong++ < 20) console.log(`seed ${seed}: ${request}: ${odd}`)
  }
  for (const [name, kind] of kinds)
    console.log(
      `${what} ${name}: ${kind.tried} tried, ${kind.refused} refused with a reason, ${kind.wrong} not as promised`,
    )
}

const began = performance.now()
run('edit', edits, proveEdit)
run('export', exports, proveExport)
run('script of another program,', translations, proveTranslation)
console.log(
  `${wrong === 0 ? 'All as promised' : `${wrong} not as promised`}, in ${((performance.now() - began) / 1000).toFixed(0)} s.`,
)
process.exit(wrong === 0 ? 0 : 1)
