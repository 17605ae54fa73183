// The printer features that guards can ask for, as in `;? when has lights`.
import type { Printer } from './printer.ts'

/** Whether a printer has a feature that its description holds elsewhere. Null: the feature is listed by name. */
const featureFacts = {
  probe: ({ probe }) => probe !== null,
  mesh: ({ storedMesh }) => storedMesh !== null,
  display: ({ display }) => display !== null,
  chamber: ({ heaters }) => heaters.chamber !== null,
  gantry_alignment: null,
  lights: null,
  part_fan: null,
} as const satisfies Record<string, ((printer: Printer) => boolean) | null>

/** A feature that the application itself uses. A person can add others by name. */
export type Feature = keyof typeof featureFacts

export const hasFeature = (printer: Printer, feature: Feature): boolean =>
  featureFacts[feature]?.(printer) ?? printer.features.includes(feature)

/** All names for which `has` is true: features of the application, features by name, and named spots. */
export const featuresOf = (printer: Printer): ReadonlySet<string> =>
  new Set([
    ...printer.features,
    ...printer.spots.map(({ name }) => name),
    ...(Object.keys(featureFacts) as Feature[]).filter(feature => hasFeature(printer, feature)),
  ])
