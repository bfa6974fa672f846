import { Button, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useRef } from 'react';
import { v7 as newId } from 'uuid';
import { WEAR_DECISIONS, type WearDecision } from '#core/records/wear-verdict.ts';
import { readSigns } from '#core/wear/signs.ts';
import { asHeading } from '#core/wording/message.ts';
import { textOf } from '#core/wording/sentence.ts';
import { signName, wearAnswerName } from '#core/wording/wear-sentences.ts';
import { usePerson } from '../api/person.ts';
import { useChange, useLab } from '../api/queries.ts';
import { WORN_PARTS, WornShoe } from '../drawing/WornShoe.tsx';
import { useDraft } from '../kit/draft.ts';
import { Taps } from '../shell/Taps.tsx';
import classes from './WearPage.module.css';

/** Who is at the bench, else the first person of the lab. */
export function useHand(): string {
  const [person] = usePerson();
  const people = useLab().data?.people ?? [];
  return person || (people[0]?.code ?? '');
}

/** A look at a worn pair: signs by taps, or in words of one's own. */
export function SignsForm({ pairId, before }: { pairId: string; before: readonly string[] }) {
  const add = useChange('addWearCheck');
  const id = useRef(newId());
  const hand = useHand();
  const [{ signs, own }, put, drop] = useDraft(`wear check ${pairId}`, {
    signs: [] as string[],
    own: '',
  });
  const toggle = (sign: string) =>
    put(({ signs: before = [] }) => ({
      signs: before.includes(sign) ? before.filter((one) => one !== sign) : [...before, sign],
    }));
  const all = [...signs, ...(own.trim() === '' ? [] : [own.trim()])];
  return (
    <form
      noValidate
      aria-label="A look at it"
      onSubmit={(event) => {
        event.preventDefault();
        add.mutate(
          { params: { id: pairId }, body: { id: id.current, person: hand, signs: all } },
          {
            onSuccess: () => {
              id.current = newId();
              drop();
            },
          },
        );
      }}
    >
      <WornShoe before={readSigns(before).present} now={readSigns(all).present} />
      {WORN_PARTS.map(({ part, signs: own }) => (
        <Taps
          key={part}
          asks={`On the ${part}`}
          answers={own.map((sign) => [sign, textOf(signName(sign))] as const)}
          isPressed={(sign) => signs.includes(sign)}
          onTap={toggle}
        />
      ))}
      <Taps
        asks="On the wearer"
        answers={[['new aches', textOf(signName('new aches'))]]}
        isPressed={(sign) => signs.includes(sign)}
        onTap={toggle}
      />
      <div className={classes.fields}>
        <TextInput
          size="xs"
          style={{ flex: '1 1 260px' }}
          label="or in words"
          placeholder="lining torn at 200 km, not growing"
          value={own}
          onChange={(event) => put({ own: event.currentTarget.value })}
        />
        <Button type="submit" size="xs" disabled={hand === ''} loading={add.isPending}>
          {all.length === 0 ? 'Nothing seen: keep that' : 'Keep the look'}
        </Button>
      </div>
      <p role="status" className={add.isError ? 'look-here' : 'soft'}>
        {add.isError ? add.error.message : (add.data?.words ?? '')}
      </p>
    </form>
  );
}

/** A total that is known on a day, which stands for all outings before it. */
export function TotalForm({ pairId }: { pairId: string }) {
  const add = useChange('addOdometer');
  const id = useRef(newId());
  const [{ km, u, on }, put, drop] = useDraft(`total ${pairId}`, {
    km: '',
    u: '',
    on: dayjs().format('YYYY-MM-DD'),
  });
  const number = (text: string) => Number(text.replace(',', '.'));
  const isOdd = km.trim() !== '' && !(number(km) >= 0);
  return (
    <form
      noValidate
      aria-label="A total"
      className={classes.fields}
      onSubmit={(event) => {
        event.preventDefault();
        if (km.trim() === '' || isOdd) return;
        add.mutate(
          {
            params: { id: pairId },
            body: { id: id.current, on, km: number(km), u: number(u || '0') },
          },
          {
            onSuccess: () => {
              id.current = newId();
              drop({ on });
            },
          },
        );
      }}
    >
      <TextInput
        size="xs"
        w={110}
        label="In all, km"
        inputMode="decimal"
        value={km}
        error={isOdd ? 'a number of km' : undefined}
        onChange={(event) => put({ km: event.currentTarget.value })}
      />
      <TextInput
        size="xs"
        w={90}
        label="give or take"
        inputMode="decimal"
        value={u}
        onChange={(event) => put({ u: event.currentTarget.value })}
      />
      <TextInput
        size="xs"
        type="date"
        label="By"
        value={on}
        onChange={(event) => put({ on: event.currentTarget.value })}
      />
      <Button type="submit" size="xs" variant="default" loading={add.isPending}>
        Keep the total
      </Button>
      {add.isError && (
        <p role="alert" className="look-here">
          {add.error.message}
        </p>
      )}
    </form>
  );
}

/** A person decides, as the signs say or otherwise with a reason. */
export function DecisionForm({ pairId, judged }: { pairId: string; judged: string }) {
  const decide = useChange('decideWear');
  const id = useRef(newId());
  const hand = useHand();
  const [{ answer, why }, put, drop] = useDraft(`wear decision ${pairId}`, {
    answer: WEAR_DECISIONS.find((decision) => decision === judged) ?? ('go on' as WearDecision),
    why: '',
  });
  return (
    <form
      noValidate
      aria-label="The decision"
      className={classes.fields}
      onSubmit={(event) => {
        event.preventDefault();
        decide.mutate(
          {
            params: { id: pairId },
            body: { id: id.current, person: hand, on: dayjs().format('YYYY-MM-DD'), answer, why },
          },
          {
            onSuccess: () => {
              id.current = newId();
              drop({ answer });
            },
          },
        );
      }}
    >
      <NativeSelect
        size="xs"
        label="A person decides"
        data={WEAR_DECISIONS.map((value) => ({
          value,
          label: textOf(asHeading(wearAnswerName(value))),
        }))}
        value={answer}
        onChange={(event) => put({ answer: event.currentTarget.value as WearDecision })}
      />
      <TextInput
        size="xs"
        style={{ flex: '1 1 180px' }}
        label="Why"
        placeholder={answer === judged ? 'as the signs say' : 'the signs say otherwise'}
        value={why}
        error={decide.isError ? decide.error.message : undefined}
        onChange={(event) => put({ why: event.currentTarget.value })}
      />
      <Button type="submit" size="xs" disabled={hand === ''} loading={decide.isPending}>
        Decide
      </Button>
    </form>
  );
}
