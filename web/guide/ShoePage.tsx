import { TextInput } from '@mantine/core';
import { useMemo, useState } from 'react';
import { Link, NavLink, useNavigate, useParams } from 'react-router';
import {
  findParts,
  PART_GROUPS,
  type PartId,
  SHOE_PARTS,
  type ShoePart,
  WALK_VIEWS,
} from '#core/catalogue/construction.ts';
import { PART_CARDS } from '#core/catalogue/part-cards.ts';
import { describeQuantity } from '#core/catalogue/quantities.ts';
import { ShoeDrawing } from '../drawing/ShoeDrawing.tsx';
import { Taps } from '../shell/Taps.tsx';
import { useCatalogue } from '../shell/units.ts';
import classes from './Guide.module.css';

/** A part as the guide tells it. */
export function PartCardView({ part, level = 2 }: { part: ShoePart; level?: 2 | 3 }) {
  const catalogue = useCatalogue();
  const card = PART_CARDS[part.id];
  const Heading = level === 2 ? 'h2' : 'h3';
  return (
    <section aria-label={part.name}>
      <Heading>{part.name}</Heading>
      <dl className={classes.terms}>
        <dt>It is</dt>
        <dd>{card.what}</dd>
        <dt>It does</dt>
        <dd>{card.does}</dd>
        <dt>Who may want it</dt>
        <dd>{card.wants}</dd>
        {card.avoids !== 'None.' && (
          <>
            <dt>Who may avoid it</dt>
            <dd>{card.avoids}</dd>
          </>
        )}
        <dt>In a shop</dt>
        <dd>{card.shop}</dd>
        <dt>On the walk</dt>
        <dd>
          {part.asks} {part.look}{' '}
          {part.answers ? `Answers: ${part.answers.join(', ')}.` : 'A number.'}
        </dd>
        <dt>Figures</dt>
        <dd>
          {card.figures.map((quantity, at) => (
            <span key={quantity}>
              {at > 0 && '; '}
              <Link to={`/guide#${quantity}`}>
                {describeQuantity(quantity, catalogue).name.toLowerCase()}
              </Link>
            </span>
          ))}
        </dd>
        {(part.alias || card.trades) && (
          <>
            <dt>Also called</dt>
            <dd>
              {part.alias?.join(', ')}
              {part.alias && card.trades && '. '}
              {card.trades}
            </dd>
          </>
        )}
      </dl>
    </section>
  );
}

/** The shoe, part by part: pointed at on the drawing, or typed by any of its names. */
export function ShoePage() {
  const { part: id } = useParams();
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const part = SHOE_PARTS.find((known) => known.id === id) ?? (SHOE_PARTS[0] as ShoePart);
  const isUnknown = id !== undefined && part.id !== id;
  const found = useMemo(() => (typed.trim() === '' ? SHOE_PARTS : findParts(typed)), [typed]);
  const goTo = (other: { id: PartId }) => navigate(`/guide/shoe/${other.id}`, { replace: true });
  return (
    <>
      <h2>The shoe, part by part</h2>
      {isUnknown && <p role="alert">No part is called “{id?.slice(0, 60)}”. Here is the first.</p>}
      <div className={classes.beside}>
        <nav aria-label="Parts">
          <TextInput
            size="xs"
            aria-label="Find a part by any of its names"
            placeholder="Find: sockliner, vamp, rand"
            value={typed}
            onChange={(event) => setTyped(event.currentTarget.value)}
            onKeyDown={(event) => {
              const [first] = found;
              if (event.key === 'Enter' && first) void goTo(first);
            }}
          />
          {found.length === 0 && (
            <p role="status">Nobody calls a part so. Try what it does, or look at the drawing.</p>
          )}
          <div className={classes.list}>
            {PART_GROUPS.map((group) => {
              const own = found.filter((one) => one.group === group);
              return (
                own.length > 0 && (
                  <section key={group} aria-label={group}>
                    <h3>{group}</h3>
                    {own.map((one) => (
                      <NavLink
                        key={one.id}
                        to={`/guide/shoe/${one.id}`}
                        replace
                        aria-current={one.id === part.id ? 'page' : undefined}
                        onKeyDown={(event) => {
                          const step =
                            event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
                          if (step === 0) return;
                          event.preventDefault();
                          const links = [
                            ...(event.currentTarget
                              .closest('nav')
                              ?.querySelectorAll<HTMLAnchorElement>('a') ?? []),
                          ];
                          links[links.indexOf(event.currentTarget) + step]?.focus();
                        }}
                      >
                        {one.name}
                      </NavLink>
                    ))}
                  </section>
                )
              );
            })}
          </div>
        </nav>
        <div>
          <Taps
            asks="The shoe"
            answers={WALK_VIEWS.map((view) => [view, view] as const)}
            isPressed={(view) => view === part.view}
            onTap={(view) => {
              const first = SHOE_PARTS.find((one) => one.view === view);
              if (first) void goTo(first);
            }}
          />
          <ShoeDrawing part={part} onChoose={(one) => void goTo(one)} />
          <PartCardView part={part} />
        </div>
      </div>
    </>
  );
}
