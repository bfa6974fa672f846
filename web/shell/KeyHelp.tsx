import { Kbd, Modal, Table } from '@mantine/core';
import { useLocation } from 'react-router';
import type { KeyLine } from './step.ts';
import { pageAt } from './steps.ts';

const EVERYWHERE: KeyLine[] = [
  [['Ctrl', 'K'], 'go to any pair, edition, sheet or step (Cmd K on a Mac)'],
  [['?'], 'this help'],
  [['Tab'], 'next control; Shift Tab the one before'],
  [['Esc'], 'close, or leave the field as it was'],
];

function KeyTable({ title, keys }: { title: string; keys: KeyLine[] }) {
  return (
    <Table captionSide="top" mb="md">
      <Table.Caption ta="left" fw={700}>
        {title}
      </Table.Caption>
      <Table.Tbody>
        {keys.map(([names, action]) => (
          <Table.Tr key={action}>
            <Table.Td w={150}>
              {names.map((name) => (
                <Kbd key={name} mr={4}>
                  {name}
                </Kbd>
              ))}
            </Table.Td>
            <Table.Td>{action}</Table.Td>
          </Table.Tr>
        ))}
      </Table.Tbody>
    </Table>
  );
}

/** The keys that work here. */
export function KeyHelp({ onClose }: { onClose: () => void }) {
  const { pathname } = useLocation();
  const keys = pageAt(pathname)?.page.keys;
  return (
    <Modal opened onClose={onClose} title="Keys that work here" size="lg">
      {keys && <KeyTable title={keys.title} keys={keys.lines} />}
      <KeyTable title="Everywhere" keys={EVERYWHERE} />
    </Modal>
  );
}
