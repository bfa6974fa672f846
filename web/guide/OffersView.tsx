import { Link } from 'react-router';
import type { Choice } from '#contract/choice-records.ts';
import { OFFER_SUITS } from '#core/wording/choice-sentences.ts';
import { joined } from '#core/wording/message.ts';
import { type Sentence, textOf } from '#core/wording/sentence.ts';
import { Says } from '../kit/Says.tsx';
import classes from './Guide.module.css';

type Offer = Choice['offers'][number];

/** Parts of an offer in lines; nothing where there are none. */
function Lines({ title, lines }: { title: string; lines: readonly Sentence[] }) {
  if (lines.length === 0) return null;
  return (
    <div>
      <h4>{title}</h4>
      <ul>
        {lines.map((line) => (
          <li key={textOf(line)}>
            <Says words={line} />
          </li>
        ))}
      </ul>
    </div>
  );
}

function OfferView({
  offer,
  place,
  use,
  aim,
}: {
  offer: Offer;
  place: number;
  use: string;
  aim: string;
}) {
  const { slug, name, suits, why, givesUp, sure, open, next, take, fitWords, cautions } = offer;
  const asked = new URLSearchParams({ use, ...(aim ? { aim } : {}) });
  return (
    <li className={classes.offer}>
      <b aria-hidden="true">{place}</b>
      <section aria-label={name}>
        <h3>
          <Link to={`/sheets/${slug}?view=reader`}>{name}</Link>
          {take && `, ${take}`}
        </h3>
        <p>
          <Link to={`/guide/suits/${slug}?${asked}`}>
            <Says words={OFFER_SUITS[suits]({})} />
          </Link>
          ; {sure}
          {offer.ahead !== null && (
            <span className="soft"> (better in {Math.round(100 * offer.ahead)} of 100)</span>
          )}
          {offer.price && `; ${offer.price}`}.
        </p>
        {fitWords && <p className="soft">{fitWords}</p>}
        <div className={classes.columns}>
          <Lines title="Why" lines={why} />
          <Lines title="What you give up" lines={givesUp} />
          <Lines title="Not known yet" lines={open} />
          <Lines title="The next one is" lines={next} />
        </div>
        {offer.lastYears && (
          <p>
            <Link to={`/editions/${offer.lastYears.slug}`}>{offer.lastYears.name}</Link>:{' '}
            <Says words={offer.lastYears.words} />
          </p>
        )}
        {cautions.map((caution) => (
          <p key={caution}>
            <strong>Caution:</strong> {caution}
          </p>
        ))}
        {offer.suddenDrop && (
          <p>
            <strong>Caution:</strong> <Says words={offer.suddenDrop} />
          </p>
        )}
      </section>
    </li>
  );
}

/** What comes of the answers. */
export function OffersView({ choice, use, aim }: { choice: Choice; use: string; aim: string }) {
  const { offers, none, lookFor, said, passedOver, twoUses, cautions, ofAll, asked, waiting } =
    choice;
  return (
    <section id="offered" aria-label="What is offered">
      <h2>
        {use}
        {aim && `, ${aim}`}
      </h2>
      {asked.length > 0 && (
        <p className="soft">
          <Says words={joined(asked)} />
        </p>
      )}
      <div role="status">
        {none ? (
          <p>
            <strong>
              <Says words={none} />
            </strong>
          </p>
        ) : (
          <p>
            {offers.length} of {ofAll} here.
          </p>
        )}
        {waiting > 0 && (
          <p>
            {waiting.toLocaleString('en')} more models are being calculated and are not compared
            yet.
          </p>
        )}
        {said.map((line) => (
          <p key={textOf(line)}>
            <Says words={line} />
          </p>
        ))}
      </div>
      {twoUses && (
        <section aria-label="One pair or two">
          <h3>One pair, or two</h3>
          <p>
            <Says words={twoUses.words} />
          </p>
          <p className="soft">
            {twoUses.two.map(({ slug, name, use: of }, at) => (
              <span key={of}>
                {at > 0 && '; '}for {of} <Link to={`/sheets/${slug}?view=reader`}>{name}</Link>
              </span>
            ))}
          </p>
        </section>
      )}
      <ol className={classes.offers}>
        {offers.map((offer, at) => (
          <OfferView key={offer.slug} offer={offer} place={at + 1} use={use} aim={aim} />
        ))}
      </ol>
      {lookFor.length > 0 && (
        <section aria-label="What to look for">
          <h3>{none ? 'What to look for instead' : 'A model known to be suitable would have'}</h3>
          <ul>
            {lookFor.map((line) => (
              <li key={textOf(line)}>
                <Says words={line} />
              </li>
            ))}
          </ul>
        </section>
      )}
      {passedOver.length > 0 && (
        <details className={classes.passed}>
          <summary>Ruled out: {passedOver.length}</summary>
          <ul>
            {passedOver.map(({ slug, name, why }) => (
              <li key={slug}>
                <Link to={`/sheets/${slug}?view=reader`}>{name}</Link>: <Says words={why} />
              </li>
            ))}
          </ul>
        </details>
      )}
      {cautions.map((caution) => (
        <p key={caution}>
          <strong>Caution:</strong> {caution}
        </p>
      ))}
      <p className="soft">
        Based on what is measured, seen and stated here. Position, name and colour are not used. Try
        the shoe on. If something hurts, see a clinician.
      </p>
    </section>
  );
}
