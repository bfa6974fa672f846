import { Button } from '@mantine/core';
import { Link, useParams } from 'react-router';
import { blankForm } from '#core/sheet/blank-form.ts';
import { useLab } from '../api/queries.ts';
import { DocumentView } from '../drawing/DocumentView.tsx';
import { UnknownAddress } from '../shell/Lost.tsx';
import { useUnits } from '../shell/units.ts';
import classes from './LabPage.module.css';

/** A protocol as a form to be filled in by pen. */
export function BlankFormPage() {
  const { id = '' } = useParams();
  const lab = useLab();
  const units = useUnits();
  if (!lab.data) return null;
  const protocol = lab.data.protocols.find((one) => one.id === id);
  if (!protocol) return <UnknownAddress />;
  const form = blankForm(protocol, units.catalogue, (quantity) => units.unitOf(quantity).symbol);
  return (
    <div>
      <div className={classes.buttons}>
        <Button size="xs" onClick={() => window.print()}>
          Print
        </Button>
        <Button component={Link} to="/lab/protocols" size="xs" variant="default">
          Back to the protocols
        </Button>
      </div>
      <DocumentView document={form} />
    </div>
  );
}
