import { Kbd, Modal } from '@mantine/core';
import { useLocation } from 'react-router';
import { DataTable } from '../drawing/DataTable.tsx';
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
    <>
      <h3>{title}</h3>
      <DataTable
        label={title}
        rows={keys}
        keyOf={([, action]) => action}
        columns={[
          {
            head: '',
            cell: ([names]) =>
              names.map((name) => (
                <Kbd key={name} mr={4}>
                  {name}
                </Kbd>
              )),
          },
          { head: '', cell: ([, action]) => action },
        ]}
      />
    </>
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
