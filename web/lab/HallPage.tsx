import { Button, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { v7 as newId } from 'uuid';
import type { HallState } from '#contract/hall-records.ts';
import { writeSecret } from '#contract/hall-secret.ts';
import { useChange, useLab, usePair } from '../api/queries.ts';
import { useHall, useSignal } from '../api/wear-queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { QrCode } from '../drawing/QrCode.tsx';
import { useDraft } from '../kit/draft.ts';
import { PageFault } from '../shell/PageFault.tsx';
import { PairSelect } from '../shell/PairSelect.tsx';
import classes from './LabPage.module.css';

const USUAL_PORT = '4630';
const moment = (iso: string) => dayjs(iso).format('D MMM YYYY, HH:mm');

/** 256 random bits as they stand in an address, and the hash by which the bench knows them again. */
async function makeSecret(): Promise<{ secret: string; secretHash: string }> {
  const bytes = crypto.getRandomValues(new Uint8Array(32));
  const secret = writeSecret(bytes);
  const digest = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(secret));
  const secretHash = [...new Uint8Array(digest)]
    .map((byte) => byte.toString(16).padStart(2, '0'))
    .join('');
  return { secret, secretHash };
}

/** Whether it is open, and where; opened at an address of this machine. */
function Door({ hall }: { hall: HallState }) {
  const open = useSignal('openHall');
  const close = useSignal('closeHall');
  const [{ host, port }, put, drop] = useDraft('phone links', {
    host: hall.hosts[0] ?? '127.0.0.1',
    port: USUAL_PORT,
  });
  if (hall.open)
    return (
      <>
        <p role="status">
          <strong>The hall is open</strong> at{' '}
          {hall.open.addresses.map((address) => (
            <span key={address} className="figure">
              {address}{' '}
            </span>
          ))}
          {hall.refused > 0 &&
            `· ${hall.refused} ${hall.refused === 1 ? 'call was' : 'calls were'} refused`}
        </p>
        {!hall.open.isPrivate && (
          <p className="look-here">
            Not protected: who is on this network can read what is sent. With a certificate
            (EMVEX_HALL_CERT and EMVEX_HALL_KEY) it is, and opens on phones without a connection.
          </p>
        )}
        <Button size="xs" loading={close.isPending} onClick={() => close.mutate({})}>
          Close the hall
        </Button>
      </>
    );
  return (
    <form
      noValidate
      aria-label="Open the hall"
      className={classes.fields}
      onSubmit={(event) => {
        event.preventDefault();
        open.mutate(
          { body: { host, port: Number(port) } },
          { onSuccess: () => drop({ host, port }) },
        );
      }}
    >
      <NativeSelect
        size="xs"
        label="On the network of"
        data={[
          ...hall.hosts.map((address) => ({ value: address, label: address })),
          { value: '0.0.0.0', label: 'all networks of this machine' },
          { value: '127.0.0.1', label: 'this machine alone' },
        ]}
        value={host}
        onChange={(event) => put({ host: event.currentTarget.value })}
      />
      <TextInput
        size="xs"
        w={90}
        label="Port"
        inputMode="numeric"
        value={port}
        onChange={(event) => put({ port: event.currentTarget.value })}
      />
      <Button type="submit" size="xs" loading={open.isPending}>
        Open the hall
      </Button>
      {open.isError && (
        <p role="alert" className="look-here">
          {open.error.message}
        </p>
      )}
    </form>
  );
}

interface MadeLink {
  secret: string;
  whose: string;
}

/** The link that was just made, as a code for a phone; it is shown this once. */
function LinkShown({ made, hall }: { made: MadeLink; hall: HallState }) {
  const [copied, setCopied] = useState(false);
  const [address] = hall.open?.addresses ?? [];
  if (!address)
    return <p className="look-here">Open the hall first: a link leads to its address.</p>;
  const link = `${address}/#${made.secret}`;
  return (
    <section aria-label={`The link of ${made.whose}`} className={classes.link}>
      <QrCode text={link} label={`A code that opens the page of ${made.whose} on a phone`} />
      <div>
        <p>
          <strong>{made.whose}</strong> points the camera of the phone at it. It opens on that one
          phone, and is shown only now: for another phone make another.
        </p>
        <p className={classes.address}>{link}</p>
        <Button
          size="xs"
          variant="default"
          onClick={() => void navigator.clipboard.writeText(link).then(() => setCopied(true))}
        >
          {copied ? 'Copied' : 'Copy the address'}
        </Button>
      </div>
    </section>
  );
}

/** Makes a link for a tester, or for the pictures of one pair. */
function LinkForm({ onMade }: { onMade: (made: MadeLink) => void }) {
  const [params] = useSearchParams();
  const lab = useLab();
  const add = useChange('addHallLink');
  const id = useRef(newId());
  const [tester, setTester] = useState('');
  const [tag, setTag] = useState(params.get('pair') ?? '');
  const pair = usePair(tag, tag !== '');
  const testers = (lab.data?.people ?? []).filter(({ role }) => role === 'tester');
  const pairId = pair.data?.pair.id;
  const make = async (whose: string, to: { tester: string } | { pairId: string }) => {
    const { secret, secretHash } = await makeSecret();
    add.mutate(
      { body: { id: id.current, ...to, secretHash } },
      {
        onSuccess: () => {
          id.current = newId();
          onMade({ secret, whose });
        },
      },
    );
  };
  return (
    <div className={classes.fields}>
      <NativeSelect
        size="xs"
        label="For a tester"
        data={[{ value: '', label: 'choose' }, ...testers.map(({ code }) => code)]}
        value={tester}
        onChange={(event) => setTester(event.currentTarget.value)}
      />
      <Button
        size="xs"
        disabled={tester === ''}
        loading={add.isPending}
        onClick={() => void make(tester, { tester })}
      >
        Make a link
      </Button>
      <PairSelect
        size="xs"
        label="or for pictures of a pair"
        placeholder="a pair"
        value={tag}
        onChange={setTag}
      />
      <Button
        size="xs"
        variant="default"
        disabled={!pairId}
        onClick={() => pairId && void make(`pictures of ${tag}`, { pairId })}
      >
        Make a camera link
      </Button>
      {add.isError && (
        <p role="alert" className="look-here">
          {add.error.message}
        </p>
      )}
    </div>
  );
}

/** The hall: the page of testers on their phones, off until it is opened here. */
export function HallPage() {
  const hall = useHall();
  const end = useChange('endHallLink');
  const [made, setMade] = useState<MadeLink>();
  if (hall.isError && !hall.data) return <PageFault error={hall.error} />;
  if (!hall.data) return null;
  const { links } = hall.data;
  return (
    <section aria-label="The hall">
      <h2>The hall</h2>
      <p className="soft">
        Testers log outings on their own phones, over the network of the lab. The hall is an
        application of its own that serves their page and nothing else; the bench stays on this
        machine. It closes with Emvex.
      </p>
      <Door hall={hall.data} />
      <h2>Links</h2>
      <LinkForm onMade={setMade} />
      {made && <LinkShown made={made} hall={hall.data} />}
      {links.length > 0 && (
        <DataTable
          label="Links"
          rows={links}
          keyOf={({ id }) => id}
          columns={[
            {
              head: 'Opens',
              cell: ({ tester, tag }) => tester ?? `pictures of ${tag}`,
              names: true,
            },
            { head: 'Made', cell: ({ madeAt }) => moment(madeAt) },
            {
              head: 'Its phone',
              cell: ({ openedAt, endedAt }) =>
                endedAt !== null
                  ? `ended ${moment(endedAt)}`
                  : openedAt === null
                    ? 'not opened yet'
                    : `opened ${moment(openedAt)}`,
            },
            {
              head: 'End',
              unseen: true,
              cell: ({ id, tester, tag, endedAt }) =>
                endedAt === null && (
                  <Button
                    size="compact-xs"
                    variant="subtle"
                    aria-label={`End the link of ${tester ?? tag}`}
                    onClick={() => end.mutate({ params: { id }, body: undefined })}
                  >
                    end it
                  </Button>
                ),
            },
          ]}
        />
      )}
    </section>
  );
}
