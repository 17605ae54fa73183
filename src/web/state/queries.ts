// Queries to the server: each is fetched once, shared by everything that shows it, and fetched again after a change
// that affects it.
import { useQuery } from '@tanstack/react-query'
import { api } from './api.ts'
import { queries } from './query-client.ts'

const things = { queryKey: ['things'], queryFn: () => api.things() }
const shelf = { queryKey: ['shelf'], queryFn: () => api.shelf() }
const story = (id: string) => ({ queryKey: ['story', id], queryFn: () => api.story(id) })

export const useScript = (id: number | string) =>
  useQuery({ queryKey: ['script', String(id)], queryFn: () => api.script(String(id)) })
export const useThings = () => useQuery(things)
export const useShelf = () => useQuery(shelf)
export const useStory = (id: number | string) => useQuery(story(String(id)))
export const useRefrains = () => useQuery({ queryKey: ['refrains'], queryFn: () => api.refrains() })
export const useScriptsWith = (refrainId: number) =>
  useQuery({ queryKey: ['scripts with', refrainId], queryFn: () => api.scriptsWith(refrainId) })
export const useBackups = () => useQuery({ queryKey: ['backups'], queryFn: () => api.backups() })
export const useBin = () => useQuery({ queryKey: ['bin'], queryFn: () => api.binned() })
export const useUnreadable = () => useQuery({ queryKey: ['unreadable'], queryFn: () => api.unreadable() })
export const useUses = (name: string) => useQuery({ queryKey: ['uses', name], queryFn: () => api.uses(name) })

/** The scripts in use of a printer, with everything that they are rehearsed with. */
export const useScriptsOf = (printerId: number) =>
  useQuery({
    queryKey: ['scripts of', printerId],
    queryFn: async () => {
      const [known, { printers }] = await Promise.all([queries.fetchQuery(things), queries.fetchQuery(shelf)])
      const heads = printers.find(({ id }) => id === printerId)?.scripts ?? []
      return { things: known, scripts: await api.scripts(heads.map(({ id }) => id)) }
    },
  })

/** The same queries for calculations that run once and are not shown. */
export const fetchShelf = () => queries.fetchQuery(shelf)
export const fetchThings = () => queries.fetchQuery(things)
export const fetchStory = (id: number) => queries.fetchQuery(story(String(id)))
