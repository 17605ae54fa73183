import { describe, expect, it } from 'vitest'
import { rehearseScript } from '../../round.ts'
import { fixed, found, job, material, printer } from '../../testing/stage.ts'

const rule = 'temperature-differs'

describe(rule, () => {
  it('reports a nozzle that begins 20 °C over what the material wants', () => {
    const text = 'M104 S220\nM109 S220'
    const [finding] = found(rule, text)
    expect(finding).toMatchObject({ line: 2, severity: 'warning' })
    expect(finding?.message).toContain('Test stuff needs 200 °C')
    expect(fixed(text, finding)).toBe('M104 S@nozzle\nM109 S@nozzle')
  })

  it('reports a bed, too', () => {
    expect(found(rule, 'M190 S80')).toHaveLength(1)
  })

  it('is content within 5 °C, with what is off, and with what was held only on the way', () => {
    expect(found(rule, 'M109 S205\nM190 S55')).toEqual([])
    expect(found(rule, 'M109 S150\nG28\nM109 S200')).toEqual([])
    expect(found(rule, 'G28')).toEqual([])
  })

  it('is content with a bed between what the tools’ materials want', () => {
    const soft = { ...material, name: 'Soft', bedC: 45 }
    const bed = (celsius: number) =>
      rehearseScript(`M190 S${celsius}`, {
        printer: { ...printer, tools: [printer.tools[0], printer.tools[0]] as (typeof printer)['tools'] },
        material,
        materials: [material, soft],
        job: { ...job, materials: ['Test stuff', 'Soft'] },
        moment: 'start',
      }).findings.filter(finding => finding.rule === rule)
    expect(bed(60)).toEqual([])
    expect(bed(50)).toEqual([])
    expect(bed(70)[0]?.message).toContain('needs 60 °C')
  })

  it('reports that the tool which the job begins with stays cold', () => {
    const tools = [printer.tools[0], printer.tools[0]] as (typeof printer)['tools']
    const begins = (text: string) =>
      rehearseScript(text, {
        printer: { ...printer, tools },
        material,
        job: { ...job, firstTool: 1 },
        moment: 'start',
      }).findings.filter(finding => finding.rule === rule)
    expect(begins('M104 T0 S200\nM109 T0 S200')).toMatchObject([{ line: 2, severity: 'warning' }])
    expect(begins('M104 T0 S200\nM109 T0 S200')[0]?.message).toContain('begins with T1, whose nozzle stays cold')
    expect(begins('M109 T1 S200')).toEqual([])
    expect(begins('G28')).toEqual([])
  })
})
