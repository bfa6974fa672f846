import { Link } from 'react-router';
import type { Choice } from '#contract/choice-records.ts';
import classes from './Guide.module.css';

type Offer = Choice['offers'][number];

/** Parts of an offer in lines; nothing where there are none. */
function Lines({ title, lines }: { title: string; lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <div>
      <h4>{title}</h4>
      <ul>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </div>
  );
}

const SUITS_WORDS: Record<Offer['suits'], string> = {
  suits: 'It suits',
  'suits with a but': 'It suits, with a but',
  'cannot tell': 'Cannot tell yet whether it suits',
  'does not suit': 'It does not suit',
};

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
          <Link to={`/guide/suits/${slug}?${asked}`}>{SUITS_WORDS[suits]}</Link>; {sure}
          {offer.ahead !== null && (
            <span className="soft"> (better in {Math.round(100 * offer.ahead)} of 100)</span>
          )}
          {offer.price && `; ${offer.price}`}.
        </p>
        {fitWords && <p className="soft">{fitWords}</p>}
        <div className={classes.columns}>
          <Lines title="Why" lines={why} />
          <Lines title="What it gives up" lines={givesUp} />
          <Lines title="Not known yet" lines={open} />
          <Lines title="The next would be" lines={next} />
        </div>
        {offer.lastYears && (
          <p>
            <Link to={`/editions/${offer.lastYears.slug}`}>{offer.lastYears.name}</Link>:{' '}
            {offer.lastYears.words}
          </p>
        )}
        {cautions.map((caution) => (
          <p key={caution}>
            <strong>Caution:</strong> {caution}
          </p>
        ))}
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
      {asked.length > 0 && <p className="soft">{asked.join(' ')}</p>}
      <div role="status">
        {none ? (
          <p>
            <strong>{none}</strong>
          </p>
        ) : (
          <p>
            {offers.length} of {ofAll} here.
          </p>
        )}
        {waiting > 0 && (
          <p>
            {waiting.toLocaleString('en')} more on the shelf are being worked out anew, and are
            weighed then.
          </p>
        )}
        {said.map((line) => (
          <p key={line}>{line}</p>
        ))}
      </div>
      {twoUses && (
        <section aria-label="One pair or two">
          <h3>One pair, or two</h3>
          <p>{twoUses.words}</p>
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
          <h3>{none ? 'What to look for instead' : 'What is known to suit would have'}</h3>
          <ul>
            {lookFor.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </section>
      )}
      {passedOver.length > 0 && (
        <details className={classes.passed}>
          <summary>Passed over: {passedOver.length}</summary>
          <ul>
            {passedOver.map(({ slug, name, why }) => (
              <li key={slug}>
                <Link to={`/sheets/${slug}?view=reader`}>{name}</Link>: {why}
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
        By what is measured, seen and stated here. Position, name and colour play no part. A try-on
        tells more; pain is for a clinician.
      </p>
    </section>
  );
}
