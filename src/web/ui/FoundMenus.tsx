// What the page's menus have in them, made out of sight: so the finder knows it as the menus would show it.
import { createContext, memo, Suspense, use, useEffect, useRef, useState } from 'react'
import { type Action, type MenuOfPage, menusOfPage } from '../state/registry.ts'
import { ItemOfMenu, type ItemProps } from './Menu.tsx'

type Found = (action: Action) => () => void

const Within = createContext<{ menu: Pick<MenuOfPage, 'name' | 'ofOne'>; found: Found } | null>(null)

/** `found` is told of each item, and gives what to call when it is gone. */
export const FoundMenus = memo(function FoundMenus({ found }: { found: Found }) {
  const [menus] = useState(menusOfPage)
  return (
    <div hidden>
      <ItemOfMenu value={FoundItem}>
        {menus.map((menu, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: they are those of one moment, and stay in their order
          <Within key={i} value={{ menu, found }}>
            <Suspense fallback={null}>{menu.items()}</Suspense>
          </Within>
        ))}
      </ItemOfMenu>
    </div>
  )
})

/** Its first words in bold are its name, where it has any; all else is what else it is called. */
function FoundItem({ children, disabled, onSelect, 'data-also': also = '' }: ItemProps) {
  const its = useRef<HTMLDivElement>(null)
  const within = use(Within)
  const select = useRef(onSelect)
  useEffect(() => {
    select.current = onSelect
  })
  useEffect(() => {
    if (!its.current || !within || disabled) return
    const { menu, found } = within
    const words = its.current.textContent.trim()
    const name = its.current.querySelector('b')?.textContent ?? words
    return found({
      ...(menu.ofOne ? { of: menu.name } : {}),
      group: menu.ofOne ? 'In this list' : menu.name,
      name: menu.ofOne ? `${menu.name}: ${name}` : name,
      also: `${menu.ofOne ? '' : menu.name} ${words} ${also}`,
      run: () => select.current?.(new Event('select')),
    })
  }, [within, disabled, also])
  return <div ref={its}>{children}</div>
}
