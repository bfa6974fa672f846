import { Menu, type MenuProps } from '@mantine/core';
import { type ComponentProps, type ComponentType, useEffect, useRef, useState } from 'react';

/**
 * A menu that was fetched when it was first wanted: its button takes the focus of the one that stood in
 * for it, opens the menu, and has the focus again when that closes.
 */
export function ArrivedMenu({
  button: MenuButton,
  children,
  ...menu
}: MenuProps & { button: ComponentType<ComponentProps<'button'>> }) {
  const target = useRef<HTMLButtonElement>(null);
  const [opened, setOpened] = useState(false);
  useEffect(() => {
    target.current?.focus();
    setOpened(true);
  }, []);
  return (
    <Menu opened={opened} onChange={setOpened} position="bottom-end" {...menu}>
      <Menu.Target>
        <MenuButton ref={target} />
      </Menu.Target>
      <Menu.Dropdown>{children}</Menu.Dropdown>
    </Menu>
  );
}
