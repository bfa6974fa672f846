import { Button, NativeSelect, TextInput } from '@mantine/core';
import { useState } from 'react';
import { SOCKS } from '#contract/fit-records.ts';
import { rulesOfUse } from '#core/catalogue/rules-of-uses.ts';
import { ARCH_WORDS } from '#core/fit/foot.ts';
import { LOADS, MATTERS, type Matter, RISKS } from '#core/records/choice-verdict.ts';
import { MATTER_MEANINGS } from '#core/wording/choice-sentences.ts';
import { useChoice } from '../api/guide-queries.ts';
import { useLab } from '../api/queries.ts';
import { FootField } from '../fit/FootField.tsx';
import { Says } from '../kit/Says.tsx';
import { useChoices } from '../shell/address.ts';
import { EditionSelect } from '../shell/EditionSelect.tsx';
import { isAway, PageFault } from '../shell/PageFault.tsx';
import { useUses } from '../shell/uses.ts';
import classes from './Guide.module.css';
import { OffersView } from './OffersView.tsx';

const PLACES = ['first', 'second', 'third'] as const;

const ASKED = [
  'use',
  'aim',
  'second',
  'secondAim',
  'tester',
  'left',
  'right',
  'wide',
  'arch',
  'sock',
  'load',
  'risk',
  'money',
  'currency',
  'used',
  'liked',
  'archSchool',
] as const;

/** Money as it is typed: empty says nothing, and what is no money is told at its field. */
function readMoney(text: string): { amount: number | undefined; fault: string | undefined } {
  if (text.trim() === '') return { amount: undefined, fault: undefined };
  const amount = Number(text.replace(',', '.'));
  return amount > 0 && amount <= 100000
    ? { amount, fault: undefined }
    : { amount: undefined, fault: 'An amount more than nothing; empty: no limit.' };
}

const mattersIn = (search: URLSearchParams) =>
  (search.get('matters') ?? '').split(',').filter(Boolean);

const isMatter = (typed: string | undefined): typed is Matter =>
  MATTERS.some((matter) => matter === typed);

/** A short conversation, and three to five editions that answer to it. A link holds the answers. */
export function ChoosePage() {
  const [search, choose] = useChoices({ replace: true });
  const uses = useUses();
  const lab = useLab().data;
  const said = (name: string) => search.get(name) ?? '';
  const matters = mattersIn(search);
  const [money, setMoney] = useState(said('money'));
  const readingMoney = readMoney(money);
  const use = said('use');
  const aims = use ? (rulesOfUse(use, uses)?.aims ?? []) : [];
  const secondAims = said('second') ? (rulesOfUse(said('second'), uses)?.aims ?? []) : [];
  const known = MATTERS as readonly string[];
  const unknownMatters = matters.filter((matter) => !known.includes(matter));
  const query = {
    use,
    matters: matters.filter((matter) => known.includes(matter)).join(','),
    ...Object.fromEntries(
      ASKED.flatMap((name) => (name !== 'use' && said(name) ? [[name, said(name)]] : [])),
    ),
  };
  const choice = useChoice(query as Parameters<typeof useChoice>[0]);
  const testers = (lab?.people ?? []).filter(({ role }) => role === 'tester');
  const select = (
    name: string,
    label: string,
    data: readonly (string | { value: string; label: string })[],
    then: Record<string, string> = {},
  ) => (
    <NativeSelect
      size="xs"
      label={label}
      value={said(name)}
      // A link may say what is not known here: it stands until another is chosen.
      data={
        said(name) === '' ||
        data.some((one) => (typeof one === 'string' ? one : one.value) === said(name))
          ? [...data]
          : [...data, { value: said(name), label: `${said(name)} (not known)` }]
      }
      onChange={(event) => choose({ [name]: event.currentTarget.value, ...then })}
    />
  );
  const none = (label: string) => ({ value: '', label });
  const mattersTo = (place: number, matter: string) =>
    choose((address) => {
      const chosen = mattersIn(address);
      return {
        matters: [0, 1, 2]
          .map((index) => (index === place ? matter : (chosen[index] ?? '')))
          .filter(Boolean)
          .join(','),
      };
    });
  return (
    <>
      <h2>Choose a shoe</h2>
      <div className={classes.talk}>
        <form
          aria-label="What is asked"
          onSubmit={(event) => event.preventDefault()}
          className={classes.noprint}
        >
          <fieldset className={classes.asked}>
            <legend>For what</legend>
            {select('use', 'Use', [none('choose first'), ...uses.map(({ name }) => name)], {
              aim: '',
            })}
            {select('aim', 'On, or for', [none('whatever'), ...aims])}
            {select('load', 'Carrying', [none('nothing'), ...Object.keys(LOADS).slice(1)])}
            {select(
              'second',
              'And also for',
              [none('nothing else'), ...uses.map(({ name }) => name)],
              {
                secondAim: '',
              },
            )}
            {said('second') &&
              select('secondAim', 'That on, or for', [none('whatever'), ...secondAims])}
          </fieldset>
          <fieldset className={classes.asked}>
            <legend>For which foot</legend>
            {select('tester', 'Foot of', [none('typed here'), ...testers.map(({ code }) => code)])}
            <FootField
              size="xs"
              label="Left, length"
              value={said('left')}
              onRead={(left) => choose({ left })}
            />
            <FootField
              size="xs"
              label="Right, length"
              value={said('right')}
              onRead={(right) => choose({ right })}
            />
            {select('sock', 'Sock', [none('as usual'), ...SOCKS])}
            {select(
              'arch',
              'Arch',
              ARCH_WORDS.map((word) => ({ value: word, label: word || 'not said' })),
            )}
            {select('archSchool', 'The arch chooses', [
              none(`as here: ${lab?.schools.footTypes ?? 'as it feels'}`),
              { value: 'as it feels', label: 'no, as it feels' },
              { value: 'by the arch', label: 'yes, by the arch' },
            ])}
          </fieldset>
          <fieldset className={classes.asked}>
            <legend>What matters most</legend>
            {PLACES.map((place, at) => (
              <NativeSelect
                key={place}
                size="xs"
                label={place.charAt(0).toUpperCase() + place.slice(1)}
                value={matters[at] ?? ''}
                disabled={at > matters.length}
                data={[
                  none('nothing more'),
                  ...MATTERS.map((matter) => ({
                    value: matter,
                    label: matter,
                    disabled: matters.includes(matter) && matters[at] !== matter,
                  })),
                ]}
                inputWrapperOrder={['label', 'input', 'description', 'error']}
                description={
                  isMatter(matters[at]) && <Says words={MATTER_MEANINGS[matters[at]]({})} />
                }
                onChange={(event) => mattersTo(at, event.currentTarget.value)}
              />
            ))}
          </fieldset>
          <fieldset className={classes.asked}>
            <legend>What one knows, and pays</legend>
            <EditionSelect
              size="xs"
              label="Used to"
              value={said('used')}
              onChange={(used) => choose({ used })}
              clearable
            />
            {said('used') &&
              select('liked', 'And likes it', [
                { value: 'yes', label: 'yes' },
                { value: 'no', label: 'no, something else' },
              ])}
            {select('risk', 'How cautious', [
              none('the usual'),
              ...RISKS.filter((risk) => risk !== 'the usual'),
            ])}
            <TextInput
              size="xs"
              label="At most"
              placeholder="120"
              inputMode="decimal"
              value={money}
              error={readingMoney.fault}
              onChange={(event) => {
                const typed = event.currentTarget.value;
                setMoney(typed);
                const { amount } = readMoney(typed);
                choose({ money: amount === undefined ? '' : String(amount) });
              }}
            />
            {(choice.data?.currencies.length ?? 0) > 1 &&
              select('currency', 'In', [
                none(choice.data?.currencies[0] ?? ''),
                ...(choice.data?.currencies.slice(1) ?? []),
              ])}
            <span>
              <Button
                size="xs"
                variant="default"
                onClick={() => window.print()}
                disabled={!choice.data}
              >
                Print this page
              </Button>
            </span>
          </fieldset>
          {use !== '' && choice.data && (
            <a href="#offered" className={classes.toOffers}>
              {choice.data.offers.length > 0
                ? `${choice.data.offers.length} offered: look`
                : 'None offered: see why'}
            </a>
          )}
        </form>
        <div>
          {unknownMatters.length > 0 && (
            <p role="alert" className="look-here">
              Nothing here tells of {unknownMatters.join(' or ')}: it is left out.
            </p>
          )}
          {choice.isError &&
            (isAway(choice.error) && !choice.data ? (
              <PageFault error={choice.error} />
            ) : (
              <p role="alert" className="look-here">
                {choice.error.message}
                {!isAway(choice.error) && ' All else that was answered stands.'}
              </p>
            ))}
          {use === '' && <p>Say what it is for: everything else may be left open.</p>}
          {use !== '' && choice.data && (
            <div aria-busy={choice.isPlaceholderData} className={classes.answered}>
              <OffersView choice={choice.data} use={use} aim={said('aim')} />
            </div>
          )}
        </div>
      </div>
      <p className={`soft ${classes.noprint}`}>
        The address of this page holds the answers: send it, or keep it.
      </p>
    </>
  );
}
