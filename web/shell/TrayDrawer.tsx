import { Drawer } from '@mantine/core';
import { Tray } from './Tray.tsx';

/** The tray on a narrow screen. */
export function TrayDrawer({ onClose }: { onClose: () => void }) {
  return (
    <Drawer opened onClose={onClose} title="Tray" size="min(85%, 340px)">
      <Tray />
    </Drawer>
  );
}
