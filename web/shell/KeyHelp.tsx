import { Kbd, Modal, Table } from '@mantine/core';
import { useLocation } from 'react-router';

type Keys = [keys: string[], action: string][];

const EVERYWHERE: Keys = [
  [['Ctrl', 'K'], 'go to any pair, edition, sheet or step (Cmd K on a Mac)'],
  [['?'], 'this help'],
  [['Tab'], 'next control; Shift Tab the one before'],
  [['Esc'], 'close, or leave the field as it was'],
];

const MEASURE: Keys = [
  [['Enter'], 'record the figure and move on; empty: skip'],
  [['Backspace'], 'in the empty field: bring the last reading back to correct it'],
  [['['], 'previous station'],
  [[']'], 'next station'],
  [['\\'], 'other shoe'],
  [['Space'], 'in the empty field: take the live figure of the gauge'],
  [['←', '→'], 'on a handle of a curve’s window: move it'],
  [['n'], 'a note'],
  [['v'], 'void the last reading here, with a reason'],
];

const MATCH: Keys = [
  [['Enter'], 'record the figure and go on; empty: pass over'],
  [['Backspace'], 'in the empty field: bring the last reading back to correct it'],
  [['['], 'previous feature'],
  [[']'], 'next feature'],
  [['\\'], 'other shoe'],
  [['v'], 'void the last reading here'],
  [['e'], 'to what is looked at, by eye'],
  [['d'], 'to the decision'],
];

const RECEIVE: Keys = [[['Ctrl', 'Enter'], 'put the pair on the bench']];

function KeyTable({ title, keys }: { title: string; keys: Keys }) {
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
  return (
    <Modal opened onClose={onClose} title="Keys that work here" size="lg">
      {pathname.endsWith('/measure') && <KeyTable title="At the entry field" keys={MEASURE} />}
      {pathname.endsWith('/match') && <KeyTable title="On the ladder" keys={MATCH} />}
      {pathname.endsWith('/receive') && <KeyTable title="Receiving" keys={RECEIVE} />}
      <KeyTable title="Everywhere" keys={EVERYWHERE} />
    </Modal>
  );
}
