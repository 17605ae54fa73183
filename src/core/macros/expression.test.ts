import { describe, expect, it } from 'vitest'
import { readIndented } from '../gcode/read.ts'
import { type Indented, type Statement, statementsOf } from './blocks.ts'
import { evaluateHere, evaluateList } from './expression.ts'
import type { Value } from './values.ts'

const names: Record<string, Value> = {
  var: {
    length: 30,
    note: 'left',
    at: 0,
    none: null,
    points: [10, 20, 30],
    grid: [
      [1, 2],
      [3, 4],
    ],
  },
  param: { S: 205 },
  move: { axes: [{ homed: true }, { homed: false }] },
}
const worth = (text: string) => {
  const found = evaluateHere(text, root => (Object.hasOwn(names, root) ? names[root] : undefined))
  return found.ok ? found.value : `✗ ${found.why}`
}

/** All statements of some commands, and what is wrong with their blocks. */
function blocksOf(commands: Iterable<Indented>) {
  const all = [...statementsOf(commands)]
  return {
    statements: all.filter((each): each is Statement => 'kind' in each),
    problems: all.filter(each => !('kind' in each)),
  }
}

describe('an expression of a macro file', () => {
  it.each([
    ['2 + 3 * 4', 14],
    ['-(2 - 5) / 2', 1.5],
    ['var.length * 2 - 1', 59],
    ['max(3, 9, 4) + min(2, 1) + mod(7, 3) + floor(2.9)', 13],
    ['move.axes[0].homed && !move.axes[1].homed', true],
    ['var.length > 20 and param.S < 200 or false', false],
    ['var.length = 30', true],
    ['var.note == "left"', true],
    ['var.note != null', true],
    ['exists(param.S) && !exists(param.B)', true],
    ['exists(param.B) ? param.B : 60', 60],
    ['#move.axes', 2],
    ['"to " ^ var.length ^ " mm"', 'to 30 mm'],
    ['"a ""b"""', 'a "b"'],
    ['{var.length + 1}', 31],
  ])('%s', (text, value) => expect(worth(text)).toBe(value))

  // Written before they were run, by the description of the language.
  it.each([
    // “^” puts together what stands on its two sides, whatever is worked out there; “and” and “or” go from left to right alike.
    ['"T" ^ 1 + 2', 'T3'],
    ['"is " ^ 2 > 1', 'is true'],
    ['true || false && false', false],
    ['!true || true', true],
    ['-2 * -3', 6],
    ['10 - 4 - 3', 3],
    ['24 / 4 / 2', 3],
    ['1 + 2 < 4 ? "yes" : "no"', 'yes'],
    ['false ? 1 : true ? 2 : 3', 2],
    // What is left has the sign of what is divided.
    ['mod(-7, 3)', -1],
    ['mod(7, -3)', 1],
    ['mod(7.5, 2)', 1.5],
    ['square(3) + sqrt(16)', 13],
    ['isnan(0 / 1)', false],
    ['0x1F + 0b101', 36],
    ['1.5e2', 150],
    ['.5 + 2.', 2.5],
    ["'a'", 'a'],
    ['"it\'s"', "it's"],
    ['#"four"', 4],
    ['#var.points', 3],
    ['var.points[1] + var.points[#var.points - 1]', 50],
    ['var.points[var.at + 1]', 20],
    ['var.grid[1][0]', 3],
    ['var.grid[1][0] = 3', true],
    ['{10, 20, 30}[2]', 30],
    ['#{1, 2}', 2],
    ['#{1,}', 1],
    ['max(var.points[0], var.points[2])', 30],
    ['var.none == null && var.none = null', true],
    ['null != 0', true],
    ['exists(var.none) ? "there" : "not"', 'there'],
    ['exists(move.axes[0].homed) && !exists(move.axes[7].homed) && !exists(move.spindles)', true],
    ['var.note ^ 1.50 ^ true ^ null', 'left1.5truenull'],
    ['"a" < "b" & "a" = "a"', true],
    ['pi > 3.14 and not (pi > 3.15)', true],
    ['floor(-2.5) + ceil(-2.5) + round(2.4)', -3],
    ['take("gasket", 3) ^ drop("gasket", 3)', 'gasket'],
    ['find("a-b", "-")', 1],
    ['find("ab", "-")', -1],
    ['vector(3, 0)[2] + #vector(2, "x")', 2],
  ])('%s', (text, value) => expect(worth(text)).toBe(value))

  it('gives several with commas between', () =>
    expect(evaluateList('"purge", 1 + 1', () => undefined)).toEqual({ ok: true, value: ['purge', 2] }))

  it.each([
    ['var.width', '✗ Nothing here defines “var.width” is.'],
    ['1 / 0', '✗ It divides by zero.'],
    ['shout(1)', '✗ There is no function “shout” here.'],
    ['fileexists("a.g")', '✗ A rehearsal can’t know “fileexists”.'],
    ['random(10)', '✗ A rehearsal can’t know “random”.'],
    ['mod(3, 0)', '✗ It divides by zero.'],
    ['var.points[3]', '✗ Nothing here defines “var.points[3]” is.'],
    ['"a" + 1', '✗ “"a"” is a text, not a number.'],
    ['var.note * 2', '✗ “var.note” is a text, not a number.'],
    ['sqrt(-1)', '✗ sqrt(…) gives no number here.'],
    ['2 +', '✗ “2 +” can’t be read as an expression.'],
    ['null + 1', '✗ “null” is null, which is not a number.'],
    ['var.constructor', '✗ Nothing here defines “var.constructor” is.'],
    ['constructor', '✗ Nothing here defines “constructor” is.'],
    ['var.__proto__', '✗ Nothing here defines “var.__proto__” is.'],
  ])('tells what is wrong with %s', (text, why) => expect(worth(text)).toBe(why))
})

describe('blocks', () => {
  const shape = (text: string): unknown => {
    const shapeOf = (statements: ReturnType<typeof blocksOf>['statements']): unknown =>
      statements.map(each =>
        each.kind === 'command'
          ? each.at.line
          : each.kind === 'loop'
            ? { loop: each.opener.line, body: shapeOf(each.body) }
            : each.branches.map(({ opener, body }) => ({ at: opener.line, body: shapeOf(body) })),
      )
    return shapeOf(blocksOf(readIndented(text)).statements)
  }

  it('are what stands further to the right', () => {
    expect(shape('if true\n  G28\n  while false\n    G4 S1\nelif true\n  G29\nelse\n  M84\nM107')).toEqual([
      [
        { at: 1, body: [2, { loop: 3, body: [4] }] },
        { at: 5, body: [6] },
        { at: 7, body: [8] },
      ],
      9,
    ])
  })

  it('tell an “else” that belongs to nothing', () => {
    expect(blocksOf(readIndented('G28\nelse\n  M84')).problems).toEqual([
      {
        line: 2,
        why: 'There is no “if” above at the same indentation that this “else” belongs to. Its lines run as if it were not there.',
      },
    ])
  })
})
