// The terminal program. Answers go to standard output, errors to standard error in one plain sentence.
import { demoJobs, demoMaterials, demoPrinters } from '../../demo/load.ts'
import { explainAnswer, findingsAnswer, rehearsalAnswer } from '../core/answer.ts'
import { carriedAnswer, isIncomplete } from '../core/carry/answer.ts'
import { carryOver } from '../core/carry/carry.ts'
import { rules } from '../core/check/rules.ts'
import { families } from '../core/firmware/families.ts'
import { learnedAnswer, learnPrinter } from '../core/learn/learn.ts'
import { wholePrintAnswer } from '../core/print/answer.ts'
import { wholePrint } from '../core/print/whole.ts'
import { rehearseAndProve } from '../core/prove.ts'
import type { Round } from '../core/round.ts'
import { type CliRequest, type Listable, parseWords, Refusal, usage } from './arguments.ts'
import { inputFor, jobNamed, printerNamed, readGiven, readInput, readScript, readScripts } from './input.ts'
import { answerMany } from './many.ts'
import { carriedText, explainText, findingsText, learnedText, listText, rehearsalText, wholePrintText } from './text.ts'

const lists: Record<Listable, () => { name: string }[]> = {
  printers: demoPrinters,
  jobs: demoJobs,
  materials: demoMaterials,
  rules: () => rules.map(({ name, group, severity, title, why }) => ({ name, group, severity, title, why })),
  commands: () =>
    Object.values(families).flatMap(({ family, commands }) =>
      [...commands.values()].map(({ name, title, letters, effect }) => ({
        name,
        family,
        title,
        letters,
        does: effect.does,
      })),
    ),
}

/** `aside` goes to standard error. */
type Answered = { text: string; exitCode: number; aside?: string }

function carry(asked: Extract<CliRequest, { verb: 'carry' }>): Answered {
  const { job, moment, lines, answers } = asked
  const plan = carryOver({
    text: readScript(asked.file),
    from: readInput({ printer: asked.from, job, moment }),
    to: readInput({ printer: asked.to, job, moment }),
    ...(lines && { lines }),
    answers,
  })
  if (!plan.ok) throw new Refusal(plan.why, 2)
  const exitCode = isIncomplete(plan) ? 1 : 0
  return asked.json
    ? { text: JSON.stringify(carriedAnswer(plan), null, 2), exitCode }
    : { text: plan.text.replace(/\r?\n$/, ''), exitCode, aside: carriedText(plan) }
}

function answer(asked: CliRequest): Answered {
  if (asked.verb === 'help') return { text: usage, exitCode: 0 }
  if (asked.verb === 'many') return { text: answerMany(), exitCode: 0 }
  const print = (json: unknown, text: () => string) => (asked.json ? JSON.stringify(json, null, 2) : text())
  if (asked.verb === 'list') {
    const items = lists[asked.what]()
    return { text: print(items, () => listText(items)), exitCode: 0 }
  }
  if (asked.verb === 'learn') {
    const { files, unreadable } = readGiven(asked.files)
    const learned = learnPrinter(files)
    if (learned.told.every(({ file }) => file === null)) {
      const [first] = [...unreadable, ...learned.passedOver]
      throw new Refusal(first ? `${first.file}: ${first.why}` : 'None of the files can be used to learn a printer.', 3)
    }
    const whole = { ...learned, passedOver: [...unreadable, ...learned.passedOver] }
    return { text: print(learnedAnswer(whole), () => learnedText(whole)), exitCode: 0 }
  }
  if (asked.verb === 'carry') return carry(asked)
  if (asked.verb === 'whole-print') {
    const { printer, job } = asked
    const whole = wholePrint(inputFor(printerNamed(printer), jobNamed(job)), readScripts(printer, asked.scripts))
    return { text: print(wholePrintAnswer(whole), () => wholePrintText(whole)), exitCode: 0 }
  }
  const input = readInput(asked)
  const text = asked.call ?? readScript(asked.file)
  const round = rehearseAndProve(text, input)
  switch (asked.verb) {
    case 'rehearse':
      return { text: print(rehearsalAnswer(round, asked.extra), () => rehearsalText(round)), exitCode: 0 }
    case 'check':
      return {
        text: print(findingsAnswer(round.findings), () => findingsText(round)),
        exitCode: hasError(round) ? 1 : 0,
      }
    case 'explain':
      return { text: print(explainAnswer(round), () => explainText(round)), exitCode: 0 }
  }
}

const hasError = (round: Round): boolean => round.findings.some(finding => finding.severity === 'error')

try {
  const { text, exitCode, aside } = answer(parseWords(process.argv.slice(2)))
  process.stdout.write(`${text}\n`)
  if (aside) process.stderr.write(`${aside}\n`)
  process.exitCode = exitCode
} catch (error) {
  if (!(error instanceof Refusal)) throw error
  process.stderr.write(`${error.message}\n`)
  process.exitCode = error.exitCode
}
