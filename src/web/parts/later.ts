// Parts of a page that are loaded when they are first shown.
import { type ComponentType, lazy } from 'react'

/** The component of this name in a file that is loaded when it is first drawn, within a `Suspense`. */
export const later = <Name extends string, P extends object>(
  load: () => Promise<Record<Name, ComponentType<P>>>,
  name: Name,
) => lazy(async (): Promise<{ default: ComponentType<P> }> => ({ default: (await load())[name] }))
