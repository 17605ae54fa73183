// Makes a choice by bed temperature: one mesh and preheat for cool beds, a different one for hot beds.
import { type Made, type Maker, number, numberIn, type Surroundings, type Values, written } from './maker.ts'

function make(values: Values, { stage }: Surroundings): Made {
  const { phrases } = stage.firmware
  if (phrases.loadMesh(0) === null) return { ok: false, why: 'This firmware keeps only one mesh.' }
  if (!stage.printer.storedMesh) return { ok: false, why: `${stage.printer.name} has no saved mesh.` }
  const branch = (preheat: string, mesh: string) =>
    [
      phrases.heat('nozzle', numberIn(values, preheat), null),
      phrases.waitFor('bed', '@(highest bed)', null, false),
      phrases.loadMesh(numberIn(values, mesh)),
    ].flatMap(line => line ?? [])
  return {
    ok: true,
    lines: [
      `;? when highest bed < ${written(numberIn(values, 'below'))}`,
      ...branch('coolpreheat', 'coolmesh'),
      ';? otherwise',
      ...branch('hotpreheat', 'hotmesh'),
      ';? end',
    ],
  }
}

export const twoTemperatures: Maker = {
  name: 'two-temperatures',
  title: 'Two-temperature choice',
  purpose: 'one mesh and preheat for cool beds, another for hot ones',
  aliases: 'choice by material if preheat mesh',
  parameters: ({ stage: { material } }) => [
    number('below', 'Cool is a bed below', '°C', 5, [20, 200], 75),
    number('coolmesh', 'Cool: mesh', '', 1, [0, 9], 0),
    number('coolpreheat', 'nozzle', '°C', 5, [0, 400], material.oozeSafeC),
    number('hotmesh', 'Hot: mesh', '', 1, [0, 9], 1),
    number('hotpreheat', 'its nozzle', '°C', 5, [0, 400], material.oozeSafeC),
  ],
  make,
}
