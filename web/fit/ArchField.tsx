import { Button, FileButton, NativeSelect, TextInput } from '@mantine/core';
import { wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { archIndex } from '#core/fit/arch-index.ts';
import { ARCH_WORDS } from '#core/fit/foot.ts';
import { PRINT_SHEETS, type PrintSheet } from '#core/fit/wet-print.ts';
import type { PrintBench } from '../workers/print-bench.ts';
import classes from './FitPage.module.css';

type ArchWord = (typeof ARCH_WORDS)[number];

/** Three areas of a print, of any one unit: rear, middle, front. */
function readAreas(text: string): [number, number, number] | undefined {
  const numbers = text
    .trim()
    .split(/[\s;/]+|,\s+/)
    .map((one) => Number(one.replace(',', '.')));
  const [rear, middle, front] = numbers;
  return numbers.length === 3 && numbers.every((one) => one >= 0) && (rear ?? 0) + (front ?? 0) > 0
    ? [rear ?? 0, middle ?? 0, front ?? 0]
    : undefined;
}

/** An arch: by a word, by the areas of a print, or from a picture of it on a sheet. */
export function ArchField({
  arch,
  index,
  onArch,
}: {
  arch: ArchWord;
  index: number | null;
  onArch: (arch: ArchWord, index: number | null) => void;
}) {
  const [areas, setAreas] = useState('');
  const [sheet, setSheet] = useState<PrintSheet>('A4');
  const [said, setSaid] = useState<{ words: string; fault?: boolean }>({ words: '' });
  const [running, setRunning] = useState(false);
  const worker = useRef<Worker | undefined>(undefined);
  const stop = () => {
    worker.current?.terminate();
    worker.current = undefined;
    setRunning(false);
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const take = (three: readonly [number, number, number], from: string) => {
    const found = archIndex(three);
    onArch(found.class, Number(found.index.toFixed(3)));
    setSaid({ words: `Arch index ${found.index.toFixed(2)}, ${found.class}, ${from}.` });
  };
  const readPicture = async (file: File | null) => {
    if (!file) return;
    stop();
    const own = new Worker(new URL('../workers/print-bench.ts', import.meta.url), {
      type: 'module',
    });
    worker.current = own;
    setRunning(true);
    setSaid({ words: 'Reading the picture …' });
    const answer = await wrap<PrintBench>(own).read(file, sheet);
    if (worker.current !== own) return;
    stop();
    if (answer.ok)
      take(
        answer.print.areas,
        `from a print of ${answer.print.lengthMm.toFixed(0)} mm without its ${answer.print.toes} toes`,
      );
    else setSaid({ words: answer.message, fault: true });
  };
  const sayAreas = () => {
    const three = readAreas(areas);
    if (three) take(three, 'from the areas typed');
    else
      setSaid({
        words: 'Three areas of one unit: heel, middle and front third, such as 40 20 40.',
        fault: true,
      });
  };
  return (
    <fieldset className={classes.arch}>
      <legend>Arch</legend>
      <div className={classes.wearer}>
        <NativeSelect
          size="xs"
          label="In a word"
          data={ARCH_WORDS.map((word) => ({ value: word, label: word || 'not said' }))}
          value={arch}
          onChange={(event) => {
            onArch(event.currentTarget.value as ArchWord, null);
            setSaid({ words: '' });
          }}
        />
        <TextInput
          size="xs"
          w={170}
          label="or areas of the print"
          placeholder="heel middle front"
          value={areas}
          onChange={(event) => setAreas(event.currentTarget.value)}
          onKeyDown={(event) => {
            if (event.key !== 'Enter') return;
            event.preventDefault();
            sayAreas();
          }}
        />
        <Button size="xs" variant="default" disabled={areas.trim() === ''} onClick={sayAreas}>
          Work it out
        </Button>
        <NativeSelect
          size="xs"
          label="or a picture, on a sheet"
          data={Object.keys(PRINT_SHEETS)}
          value={sheet}
          onChange={(event) => setSheet(event.currentTarget.value as PrintSheet)}
        />
        <FileButton
          accept="image/jpeg,image/png,image/webp"
          onChange={(file) => void readPicture(file)}
        >
          {(props) => (
            <Button size="xs" variant="default" {...props}>
              Picture of the print…
            </Button>
          )}
        </FileButton>
        {running && (
          <Button size="xs" variant="subtle" onClick={stop}>
            Stop
          </Button>
        )}
      </div>
      <p role="status" className={said.fault ? 'look-here' : undefined}>
        {said.words || (index === null ? '' : `Arch index ${index.toFixed(2)}.`)}
      </p>
    </fieldset>
  );
}
