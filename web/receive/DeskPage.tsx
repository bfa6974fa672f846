import { Button, NumberInput, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { Link } from 'react-router';
import type { Desk } from '#contract/desk-records.ts';
import { textOf } from '#core/wording/sentence.ts';
import { useDesk } from '../api/guide-queries.ts';
import { useChange } from '../api/queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useDraft } from '../kit/draft.ts';
import { Says } from '../kit/Says.tsx';
import { PageFault } from '../shell/PageFault.tsx';
import { QuestionLines } from './MakerQuestions.tsx';
import classes from './ReceivePage.module.css';

function PurseForm({ purse }: { purse: Desk['purse'] }) {
  const change = useChange('setPurse');
  const [{ amount, currency }, put, drop] = useDraft('purse', {
    amount: (purse.amount ?? '') as number | string,
    currency: purse.currency,
  });
  const save = () =>
    change.mutate(
      { body: { amount: amount === '' ? null : Number(amount), currency } },
      { onSuccess: () => drop({ amount, currency }) },
    );
  return (
    <form
      aria-label="The purse"
      className={classes.acts}
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <NumberInput
        size="xs"
        w={110}
        label="To spend"
        placeholder="nobody says"
        min={0}
        value={amount}
        onChange={(amount) => put({ amount })}
      />
      <TextInput
        size="xs"
        w={70}
        label="In"
        value={currency}
        onChange={(event) => put({ currency: event.currentTarget.value })}
        error={change.isError ? change.error.message : undefined}
      />
      <Button size="xs" variant="default" type="submit" mt={22} loading={change.isPending}>
        Keep
      </Button>
    </form>
  );
}

function NextTable({ next }: { next: Desk['next'] }) {
  return (
    <DataTable
      label="What is reviewed next"
      rows={next}
      keyOf={({ what }) => what}
      columns={[
        {
          head: 'Shoe',
          names: true,
          cell: ({ what, slug }) => (slug ? <Link to={`/editions/${slug}`}>{what}</Link> : what),
        },
        {
          head: 'Why',
          cell: ({ why }) =>
            why.map((reason) => (
              <div key={textOf(reason)}>
                <Says words={reason} />
              </div>
            )),
        },
        { head: 'Costs', cell: ({ price }) => <Says words={price} />, soft: true },
        {
          head: 'Then',
          unseen: true,
          cell: ({ what, slug, tag, again, names }) =>
            again ? (
              <Link to={tag ? `/pairs/${tag}/wear` : `/editions/${slug}/life`}>look again</Link>
            ) : tag ? (
              <Link to={`/pairs/${tag}/measure`}>measure {tag}</Link>
            ) : (
              <Link
                to={`/receive?${new URLSearchParams({ maker: names.maker, model: names.model, edition: names.name })}`}
                aria-label={`Receive ${what}`}
              >
                receive
              </Link>
            ),
        },
      ]}
    />
  );
}

/** The reviewer’s desk: what comes next and why, what was promised and asked, how the shelf is balanced. */
export function DeskPage() {
  const desk = useDesk();
  if (desk.isError && !desk.data) return <PageFault error={desk.error} />;
  const { data } = desk;
  if (!data) return null;
  const { next, purse, questions, balance, uses, promised, waiting } = data;
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>Desk</h1>
      </header>
      <section aria-label="Next">
        <h2>What is reviewed next, and why</h2>
        <PurseForm key={JSON.stringify(purse)} purse={purse} />
        {waiting > 0 && (
          <p role="status">
            {waiting.toLocaleString('en')} editions are being worked out anew, and are counted then.
          </p>
        )}
        {next.length === 0 ? (
          <p>
            Nothing presses. Put what readers ask for on the <Link to="/wishes">wish list</Link>.
          </p>
        ) : (
          <NextTable next={next} />
        )}
      </section>
      <section aria-label="Promised">
        <h2>What readers were promised</h2>
        {promised.length === 0 && <p className="soft">Nothing is owed.</p>}
        <ul className={classes.links}>
          {promised.map(({ what, slug, on, late }) => (
            <li key={`${what} ${on}`}>
              {slug ? <Link to={`/editions/${slug}`}>{what}</Link> : what}
              {on && `, ${dayjs(on).format('D MMM YYYY')}`}
              {late && <strong className="look-here">, due</strong>}
            </li>
          ))}
        </ul>
      </section>
      <section aria-label="Questions to makers">
        <h2>Questions to makers</h2>
        {questions.length === 0 && (
          <p className="soft">None yet. Ask from the page of an edition, beside its claims.</p>
        )}
        <QuestionLines questions={questions} named />
      </section>
      <section aria-label="Balance">
        <h2>How the shelf is balanced</h2>
        <p>
          <Says words={balance.words} />
        </p>
        {balance.all.all > 0 && (
          <DataTable
            label="Pairs by maker"
            rows={[...balance.lines, balance.all]}
            keyOf={({ name }) => name}
            columns={[
              { head: 'Maker', cell: ({ name }) => name, names: true },
              { head: 'Bought', cell: ({ bought }) => bought, figure: true },
              { head: 'Lent', cell: ({ loaned }) => loaned, figure: true },
              { head: 'Given', cell: ({ gifted }) => gifted, figure: true },
              { head: 'All', cell: ({ all }) => all, figure: true },
            ]}
          />
        )}
        <p>
          {uses.map(({ use, measured, known }, at) => (
            <span key={use}>
              {at > 0 && '; '}
              <Link to={`/shelf?words=${use.split(' ')[0]}`}>{use}</Link>: {measured} of {known}{' '}
              measured
            </span>
          ))}
        </p>
      </section>
    </div>
  );
}
