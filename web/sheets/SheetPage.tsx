import { Button, Checkbox, Select } from '@mantine/core';
import { IconPrinter, IconScale } from '@tabler/icons-react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { labelSlug, nameLabel } from '#core/sizing/size-label.ts';
import { useSheet } from '../api/record-queries.ts';
import { ReportedForm } from '../receive/Reported.tsx';
import { useChoices } from '../shell/address.ts';
import { PageFault } from '../shell/PageFault.tsx';
import { LabSheet } from './LabSheet.tsx';
import classes from './SheetPage.module.css';
import { SHEET_VIEWS, SheetPaper } from './SheetPaper.tsx';

/** The sheet of an edition at a size. */
export function SheetPage() {
  const { edition = '' } = useParams();
  const [search, choose] = useChoices();
  const view = SHEET_VIEWS.find((known) => known === search.get('view'));
  const [also, setAlso] = useState(false);
  const [behind, setBehind] = useState(false);
  const label = search.get('label') ?? undefined;
  const sheet = useSheet(edition, label);
  if (sheet.isError && !sheet.data) return <PageFault error={sheet.error} />;
  if (!sheet.data) return null;
  const { labels } = sheet.data;
  return (
    <div className={classes.page}>
      <div className={classes.tools}>
        <Select
          aria-label="Size"
          size="xs"
          w={120}
          data={labels.map((one) => ({ value: labelSlug(one), label: nameLabel(one) }))}
          value={labelSlug(sheet.data.label)}
          allowDeselect={false}
          onChange={(value) => value && choose({ label: value })}
        />
        <nav aria-label="Layouts" className={classes.layouts}>
          {([...SHEET_VIEWS, 'bench'] as const).map((name) => (
            <button
              key={name}
              type="button"
              aria-current={name === (view ?? 'bench') ? 'page' : undefined}
              onClick={() => choose({ view: name === 'bench' ? '' : name })}
            >
              {name}
            </button>
          ))}
        </nav>
        {!view && (
          <>
            <Checkbox
              size="xs"
              label="show the other unit too"
              checked={also}
              onChange={(event) => setAlso(event.currentTarget.checked)}
            />
            <Checkbox
              size="xs"
              label="show what is behind each figure"
              checked={behind}
              onChange={(event) => setBehind(event.currentTarget.checked)}
            />
            <Button
              size="xs"
              variant="default"
              leftSection={<IconPrinter size={15} />}
              onClick={() => window.print()}
            >
              Print
            </Button>
          </>
        )}
        <Button
          size="xs"
          variant="default"
          leftSection={<IconScale size={15} />}
          component={Link}
          to={`/compare?editions=${edition}`}
        >
          Compare with…
        </Button>
        <Button size="xs" variant="default" component={Link} to={`/editions/${edition}/line`}>
          Its line
        </Button>
        <Button size="xs" variant="default" component={Link} to={`/editions/${edition}/fit`}>
          Its fit
        </Button>
        <ReportedForm editionId={sheet.data.edition.id} label={sheet.data.label} />
      </div>
      {view ? (
        <SheetPaper edition={edition} label={label} view={view} />
      ) : (
        <LabSheet sheet={sheet.data} also={also} behind={behind} />
      )}
    </div>
  );
}
