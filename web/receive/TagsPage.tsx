import { Button, TextInput } from '@mantine/core';
import { useState } from 'react';
import { editionName } from '#core/sizing/edition-name.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { usePairs } from '../api/queries.ts';
import { QrCode } from '../drawing/QrCode.tsx';
import { useRested } from '../shell/typing.ts';
import classes from './TagsPage.module.css';

/** A shoe has a tag of its own: left and right are told apart on the table. */
const SIDES = ['L', 'R'] as const;

/** Tags to be cut out: the code opens the pair on this bench. */
export function TagsPage() {
  const [typed, setTyped] = useState('');
  const pairs = usePairs('table', useRested(typed));
  const rows = (pairs.data?.pages ?? []).flatMap((page) => page.rows);
  return (
    <div className={classes.page}>
      <div className={classes.tools}>
        <h1>Tags</h1>
        <TextInput
          size="xs"
          aria-label="Of which pairs"
          placeholder="tag, maker, size"
          value={typed}
          onChange={(event) => setTyped(event.currentTarget.value)}
        />
        <Button size="xs" disabled={rows.length === 0} onClick={() => window.print()}>
          Print {rows.length * SIDES.length} tags
        </Button>
        {pairs.hasNextPage && (
          <Button size="xs" variant="default" onClick={() => void pairs.fetchNextPage()}>
            More pairs
          </Button>
        )}
      </div>
      {rows.length === 0 && <p role="status">No pair on the table answers to that.</p>}
      <ul className={classes.tags}>
        {rows.flatMap((row) =>
          SIDES.map((side) => (
            <li key={`${row.tag} ${side}`}>
              <QrCode
                text={`${window.location.origin}/pairs/${row.tag}/receive`}
                label={`Opens ${row.tag}`}
                size={84}
              />
              <div>
                <strong className="figure">
                  {row.tag} {side}
                </strong>
                <p>{editionName({ maker: row.maker, model: row.model, name: row.edition })}</p>
                <p>{nameLabel(row.label)}</p>
              </div>
            </li>
          )),
        )}
      </ul>
    </div>
  );
}
