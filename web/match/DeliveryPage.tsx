import { Button } from '@mantine/core';
import dayjs from 'dayjs';
import { Link, useParams } from 'react-router';
import type { Delivery } from '#contract/delivery-records.ts';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { countDelivery, shareWords } from '#core/sheet/delivery-letter.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { useChange } from '../api/queries.ts';
import { useDelivery } from '../api/record-queries.ts';
import { addressOf } from '../api/request.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { DocumentView } from '../drawing/DocumentView.tsx';
import { PageFault } from '../shell/PageFault.tsx';
import { useUnits } from '../shell/units.ts';
import classes from './Held.module.css';

type Delivered = Delivery['pairs'][number];

const STATES = { keep: 'kept', 'keep and note': 'kept, noted', return: 'to go back' } as const;

function stateOf({ look }: Delivered): string {
  if (!look) return 'not looked at';
  return look.decision ? STATES[look.decision] : 'begun';
}

function Letters({ delivery }: { delivery: Delivery }) {
  const issue = useChange('issueLetter');
  const latest = delivery.letters.at(-1);
  const { edition, lot } = delivery;
  return (
    <>
      <div className={`${classes.buttons} ${classes.screen}`}>
        <Button
          size="xs"
          variant={latest ? 'default' : 'filled'}
          loading={issue.isPending}
          onClick={() => issue.mutate({ body: { edition: edition.slug, lot } })}
        >
          {latest ? 'Write the letter anew' : 'Write the letter'}
        </Button>
        {latest && (
          <>
            <Button size="xs" onClick={() => window.print()}>
              Print
            </Button>
            <Button
              component="a"
              size="xs"
              variant="default"
              target="_blank"
              href={addressOf('getIssuedPdf', { id: latest.id })}
            >
              PDF
            </Button>
          </>
        )}
      </div>
      {issue.isError && (
        <p role="alert" className="look-here">
          {issue.error.message}
        </p>
      )}
      {latest && (
        <section className={classes.letter} aria-label="Letter">
          <DocumentView document={latest.content} />
          <p className="soft">
            Issued {dayjs(latest.at).format('D MMM YYYY, HH:mm')} by {latest.person}
            {latest.revision > 1 && `, revision ${latest.revision}`}. It stays as it was.
          </p>
        </section>
      )}
    </>
  );
}

/** A delivery: its pairs looked at one after another, faults counted, the letter to who sent it. */
export function DeliveryPage() {
  const { edition = '', lot = '' } = useParams();
  const delivery = useDelivery(edition, lot);
  const units = useUnits();
  if (delivery.isError && !delivery.data) return <PageFault error={delivery.error} />;
  if (!delivery.data) return null;
  const { pairs, targets } = delivery.data;
  const { looked, sound, faults } = countDelivery(pairs);
  const next = pairs.find(({ look }) => look === null || look.decision === null);
  const quantities = [...new Set(targets.map(({ quantity }) => quantity))] as QuantityId[];
  return (
    <div className={classes.page}>
      <div className={classes.screen}>
        <h1>
          Delivery {lot} <span className="soft">{delivery.data.edition.name}</span>
        </h1>
        <p>
          {looked} of {pairs.length} pairs looked at, {sound} sound.{' '}
          {next && (
            <Button component={Link} to={`/pairs/${next.tag}/match`} size="xs" ml={8}>
              Look at {next.tag}
            </Button>
          )}
        </p>
        {faults.length > 0 && (
          <DataTable
            label="Faults"
            rows={faults}
            keyOf={({ fault }) => fault}
            columns={[
              { head: 'Fault', cell: ({ fault }) => fault, names: true },
              { head: 'Pairs', cell: ({ tags }) => tags.join(', ') },
              { head: 'How often', cell: (count) => shareWords(count, looked) },
            ]}
          />
        )}
        <DataTable
          label="Pairs of the delivery"
          rows={pairs}
          keyOf={({ tag }) => tag}
          columns={[
            {
              head: 'Pair',
              cell: ({ tag }) => <Link to={`/pairs/${tag}/match`}>{tag}</Link>,
              names: true,
            },
            { head: 'Size', cell: ({ label }) => nameLabel(label) },
            {
              head: 'State',
              cell: stateOf,
              strong: ({ look }) => look?.decision === 'return',
            },
            { head: 'What was found', cell: ({ look }) => look?.words ?? '' },
            ...quantities.map((quantity) => ({
              head: units.define(quantity).name,
              cell: ({ tag }: Delivered) => {
                const found = targets.find((one) => one.tag === tag && one.quantity === quantity);
                return found
                  ? `${units.write(quantity, found.value, found.U).text}: ${found.word}`
                  : '';
              },
            })),
          ]}
        />
      </div>
      <Letters delivery={delivery.data} />
    </div>
  );
}
