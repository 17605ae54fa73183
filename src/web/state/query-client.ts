// The cache of responses: kept for a while, fetched again after a change, and requested again if the server did not
// respond.
import { QueryClient } from '@tanstack/react-query'

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      // Two pages that are opened one after the other send one request.
      staleTime: 1000,
      // A refusal has a reason and is final; only a server that does not respond is asked again.
      retry: (failures, error) => failures < 2 && 'status' in error && error.status === 0,
      refetchOnWindowFocus: true,
      networkMode: 'always',
    },
    mutations: { networkMode: 'always' },
  },
})

/** The kinds of changes on the server. */
export type Changed = keyof typeof affected

const ofScripts = [
  'shelf',
  'script',
  'story',
  'scripts of',
  'scripts with',
  'variants apart',
  'side by side',
  'into',
  'carry',
  'carried after',
  'firmware',
  'macros of',
  'uses',
  'bin',
  'search',
  // A config or macro file is saved like a script, and is part of its printer.
  'things',
] as const
const ofSetups = [
  'things',
  // Findings on the Shelf depend on them.
  'shelf',
  'scripts of',
  'earlier',
  'variants apart',
  'side by side',
  'carry',
  'firmware',
  'uses',
  'bin',
  'search',
  'unreadable',
] as const

/** For each kind of change, the queries (by the first part of their keys) whose answers may differ afterwards. */
const affected = {
  scripts: ofScripts,
  trials: ['story', 'search', 'unreadable'],
  refrains: [
    'refrains',
    'scripts with',
    'shelf',
    'script',
    'story',
    'scripts of',
    'side by side',
    'carried after',
    'bin',
    'search',
  ],
  /** Materials, jobs, vocabularies and taught commands. */
  setups: ofSetups,
  printers: [...ofScripts, ...ofSetups],
} as const

/** Fetches again the queries that a change affects. Calculations from given texts (`computed`) are never repeated. */
export const changed = (of: Changed | 'everything'): void =>
  void queries.invalidateQueries({
    predicate: ({ queryKey: [kind] }) =>
      kind !== 'computed' && (of === 'everything' || (affected[of] as readonly unknown[]).includes(kind)),
  })
