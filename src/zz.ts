import './core/bring/whole.ts'
import { amissWith, madeSetting } from './siege/answers.ts'
import { chanceFrom, madeText } from './siege/texts.ts'

for (const seed of process.argv.slice(2).map(Number)) {
  const chance = chanceFrom(seed * 7919)
  const text = madeText(chance, 40)
  const setting = madeSetting(chance)
  const t = performance.now()
  const a = amissWith(text, setting)
  console.log(seed, setting.printer.name, (performance.now() - t).toFixed(0), a)
  if (process.env.SHOW) console.log(text.replace(/9{50,}/g, '9…9').replace(/0{50,}/g, '0…0'))
}
