import { Button, Group, Modal } from '@mantine/core';
import type { SessionChoice } from './sitting.ts';

/** Asked once where another person's session is open: its readings stay theirs, whatever is chosen. */
export function WhoseSessionDialog({
  beganBy,
  person,
  onChoose,
}: {
  beganBy: string;
  /** Who is measuring now. */
  person: string;
  onChoose: (choice: SessionChoice['choice']) => void;
}) {
  return (
    <Modal
      opened
      withCloseButton={false}
      closeOnClickOutside={false}
      closeOnEscape={false}
      onClose={() => undefined}
      title={`Continue ${beganBy}’s session as ${person}, or begin your own?`}
    >
      <p style={{ marginBottom: 14 }}>
        Your readings are recorded under {person} in both cases. {beganBy}’s readings stay as they
        are.
      </p>
      <Group gap="sm">
        <Button data-autofocus onClick={() => onChoose('continue')}>
          Continue as {person}
        </Button>
        <Button variant="default" onClick={() => onChoose('own')}>
          Begin your own session
        </Button>
      </Group>
    </Modal>
  );
}
