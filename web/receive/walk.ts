/** The walk at the bench: which part is in hand, what was said, and where the hand goes next. */
import { useState } from 'react';
import type { Walk } from '#contract/construction-records.ts';
import {
  describePart,
  type PartId,
  SHOE_PARTS,
  type ShoePart,
  type WayKnown,
} from '#core/catalogue/construction.ts';
import { describeDiscipline, type Uses } from '#core/catalogue/disciplines.ts';
import { useChange } from '../api/queries.ts';
import { useUses } from '../shell/uses.ts';

/** The parts in the order in which they are asked: those of the uses first. */
export function walkOrder(uses: Walk['uses'], known: Uses): ShoePart[] {
  const first = uses.flatMap(({ discipline }) => describeDiscipline(discipline, known).parts);
  const leading = [...new Set<PartId>(first)];
  return [...leading.map(describePart), ...SHOE_PARTS.filter(({ id }) => !leading.includes(id))];
}

/** What is said of a part, as seen and as stated; what was said a moment ago stands before it is stored. */
export interface SaidPart {
  seen: string | undefined;
  stated: string | undefined;
}

type Said = Record<string, string | null>;
const keyOf = (part: PartId, way: WayKnown) => `${way} ${part}`;

export interface WalkState {
  order: ShoePart[];
  part: ShoePart;
  way: WayKnown;
  setWay: (way: WayKnown) => void;
  fault: string;
  saidOf: (part: PartId) => SaidPart;
  /** Parts of which something is said. */
  said: number;
  goTo: (part: ShoePart) => void;
  step: (by: number) => void;
  /** Says it, and goes on to the next part of which nothing is said. */
  say: (answer: string | null) => void;
  /** Back to the part that was answered last. */
  correctLast: () => void;
}

export function useWalk(walk: Walk): WalkState {
  const order = walkOrder(walk.uses, useUses());
  const change = useChange('sayPart');
  const [latest, setLatest] = useState<Said>({});
  const [last, setLast] = useState<PartId | null>(null);
  const [way, setWay] = useState<WayKnown>('seen');
  const [fault, setFault] = useState('');

  const stored = (part: PartId, how: WayKnown) => {
    const said = latest[keyOf(part, how)];
    if (said !== undefined) return said ?? undefined;
    return walk[how].find((row) => row.part === part)?.answer;
  };
  const saidOf = (part: PartId): SaidPart => ({
    seen: stored(part, 'seen'),
    stated: stored(part, 'stated'),
  });
  const isSaid = ({ id }: ShoePart) => stored(id, 'seen') !== undefined;
  const [chosen, setChosen] = useState<PartId | null>(null);
  const part =
    (chosen && order.find(({ id }) => id === chosen)) ??
    order.find((one) => !isSaid(one)) ??
    (order[0] as ShoePart);

  function goTo(next: ShoePart): void {
    setFault('');
    setChosen(next.id);
  }
  function step(by: number): void {
    const index = order.findIndex(({ id }) => id === part.id);
    goTo(order[(index + by + order.length) % order.length] as ShoePart);
  }

  return {
    order,
    part,
    way,
    setWay,
    fault,
    saidOf,
    said: order.filter(({ id }) => saidOf(id).seen ?? saidOf(id).stated).length,
    goTo,
    step,
    say(answer) {
      const { id } = part;
      const key = keyOf(id, way);
      setLatest((before) => ({ ...before, [key]: answer }));
      setLast(id);
      const index = order.findIndex((one) => one.id === id);
      const ahead = [...order.slice(index + 1), ...order.slice(0, index)];
      if (answer !== null) goTo(ahead.find((one) => !isSaid(one)) ?? (ahead[0] as ShoePart));
      change.mutate(
        { params: { id: walk.pair.id }, body: { part: id, way, answer } },
        {
          onError: (error) => {
            // What could not stand is asked again, with why.
            setLatest(({ [key]: _, ...before }) => before);
            setChosen(id);
            setFault(error.problem?.errors?.[0]?.message ?? error.message);
          },
        },
      );
    },
    correctLast() {
      if (last) goTo(describePart(last));
    },
  };
}
