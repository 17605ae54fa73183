// A later change of the original brought after what was carried over: just that change, whatever either side had besides.
import { describe, expect, it } from 'vitest'
import { asText, named, settingFor } from '../testing/carrying.ts'
import { carryAfter } from './after.ts'
import type { CarryRequest } from './request.ts'

type Asked = Omit<CarryRequest, 'text' | 'from' | 'to'>

/** From Dunlin to Avocet, whose fans go from 0 to 1: `M106 S51` is `M106 S0.2` there. */
function carriedTexts(was: string[], now: string[], mine: string[], asked: Asked = {}) {
  const [from, to] = [settingFor(named('Dunlin'), 'end'), settingFor(named('Avocet'), 'end')]
  return carryAfter({ from, to, ...asked }, asText(was), asText(now), asText(mine))
}

const text = (lines: string[]) => ({ ok: true, text: asText(lines) })

describe('a later change of the original', () => {
  it('is said as the other printer takes it, beside its own changes', () => {
    expect(
      carriedTexts(
        ['M107', 'M104 S0', 'M140 S0', 'M84'],
        ['M106 S51', 'M104 S0', 'M140 S0', 'M84'],
        ['M107', 'M104 S0', 'M140 S0', 'M84', 'M117 "Mine"'],
      ),
    ).toMatchObject(text(['M106 S0.2', 'M104 S0', 'M140 S0', 'M84', 'M117 "Mine"']))
  })

  it('leaves the script as it is where nothing of it shows there', () => {
    // Steps per millimetre are its own machine's, and left out.
    const answer = carriedTexts(['M107', 'M84'], ['M92 E415', 'M107', 'M84'], ['M107', 'M84', '; mine'])
    expect(answer).toMatchObject({ ...text(['M107', 'M84', '; mine']), same: true })
  })

  it('keeps what was not wanted so, though its lines have moved', () => {
    const was = ['M107', 'M106 S51', 'M106 S102', 'M84']
    // The second line was to stay as it is.
    const mine = ['M107', 'M106 S51', 'M106 S0.4', 'M84']
    expect(carriedTexts(was, ['M107', 'M140 S0', ...was.slice(1)], mine, { refused: ['2'] })).toMatchObject(
      text(['M107', 'M140 S0', 'M106 S51', 'M106 S0.4', 'M84']),
    )
  })

  it('takes a line that was not wanted and has been changed since as any other', () => {
    const mine = ['M107', 'M106 S51', 'M84']
    expect(
      carriedTexts(['M107', 'M106 S51', 'M84'], ['M107', 'M106 S204', 'M84'], mine, { refused: ['2'] }),
    ).toMatchObject(text(['M107', 'M106 S0.8', 'M84']))
  })

  it('holds on to answers, and lets go of those that nothing asks any more', () => {
    const mine = ['M109 S205', 'M84']
    const answers = { 'heat:nozzle:400': '205' }
    expect(carriedTexts(['M109 S400', 'M84'], ['M109 S400', 'M107', 'M84'], mine, { answers })).toMatchObject(
      text(['M109 S205', 'M107', 'M84']),
    )
    expect(carriedTexts(['M109 S400', 'M84'], ['M109 S215', 'M84'], mine, { answers })).toMatchObject(
      text(['M109 S215', 'M84']),
    )
  })

  it('ends lines as the carried script does', () => {
    const [from, to] = [settingFor(named('Dunlin'), 'end'), settingFor(named('Avocet'), 'end')]
    const answer = carryAfter({ from, to }, 'M107\nM84\n', 'M106 S51\nM84\n', 'M107\r\nM84\r\n; mine\r\n')
    expect(answer).toMatchObject({ text: 'M106 S0.2\r\nM84\r\n; mine\r\n' })
  })

  it('is refused where both changed the same lines', () => {
    expect(carriedTexts(['M107', 'M84'], ['M106 S51', 'M84'], ['M117 "All new"', 'G28'])).toMatchObject({
      ok: false,
      why: expect.stringContaining('changed at the same place'),
    })
  })

  it('says why the original can’t be carried any more', () => {
    const setting = settingFor(named('Dunlin'), 'end')
    expect(carryAfter({ from: setting, to: setting }, 'M107\n', 'M84\n', 'M107\n')).toEqual({
      ok: false,
      why: 'It already is a script of Dunlin.',
    })
  })
})
