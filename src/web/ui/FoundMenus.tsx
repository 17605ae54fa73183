// Renders the page's menus invisibly, so that the finder lists their items as the menus would show them.
import { createContext, memo, Suspense, use, useEffect, useRef, useState } from 'react'
import { useLatest } from '../lib/useLatest.ts'
import { type Action, type MenuOfPage, menusOfPage } from '../state/registry.ts'
import { ItemOfMenu, type ItemProps } from './Menu.tsx'

type Found = (action: Action) => () => void

const Within = createContext<{ menu: Pick<MenuOfPage, 'name' | 'ofOne'>; found: Found } | null>(null)

/** `found` is called for each item, and returns a function to call when the item is gone. */
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

/** The bold words at the beginning are the action's name; other words are its other names. */
function FoundItem({ children, disabled, onSelect, 'data-also': also = '' }: ItemProps) {
  const its = useRef<HTMLDivElement>(null)
  const within = use(Within)
  const select = useLatest(onSelect)
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
  }, [within, disabled, also, select])
  return <div ref={its}>{children}</div>
}
