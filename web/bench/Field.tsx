import {
  type ClipboardEvent,
  type KeyboardEvent,
  type ReactNode,
  type RefObject,
  useLayoutEffect,
} from 'react';
import classes from './Field.module.css';

/** What a key does in the field, by the key's name; undefined: it types. */
export type FieldKeys = Record<string, (() => void) | undefined>;

interface FieldInputProps {
  ref: RefObject<HTMLInputElement | null>;
  id: string;
  text: string;
  fault: string;
  /** Another number where what stands in the field is selected, so that the next figure replaces it. */
  selections: number;
  keys: FieldKeys;
  onText: (text: string) => void;
  label?: string;
  className?: string | undefined;
  /** Words are typed here, not figures. */
  words?: boolean;
}

/** The field under the hand; its fault stands in `${id}-fault`. */
export function FieldInput({
  ref,
  id,
  text,
  fault,
  selections,
  keys,
  onText,
  label,
  className,
  words = false,
}: FieldInputProps) {
  useLayoutEffect(() => {
    if (selections > 0) ref.current?.select();
  }, [selections, ref]);

  function press(event: KeyboardEvent<HTMLInputElement>): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const act = keys[event.key];
    if (!act) return;
    event.preventDefault();
    event.stopPropagation();
    act();
  }

  function paste(event: ClipboardEvent<HTMLInputElement>): void {
    // A field of one line would join a pasted column into one number.
    const pasted = event.clipboardData.getData('text');
    if (!/[\r\n\t]/.test(pasted.trim())) return;
    event.preventDefault();
    onText(pasted.trim().replace(/[\r\n\t]+/g, ' ; '));
  }

  return (
    <input
      ref={ref}
      id={id}
      data-hand
      className={className}
      value={text}
      autoComplete="off"
      spellCheck={false}
      inputMode={words ? 'text' : 'decimal'}
      aria-label={label}
      aria-invalid={fault !== ''}
      aria-describedby={`${id}-fault`}
      onChange={(event) => onText(event.currentTarget.value)}
      onPaste={paste}
      onKeyDown={press}
    />
  );
}

/** The field with its name, unit and fault. */
export function Field({
  name,
  unit,
  ...field
}: FieldInputProps & { name: ReactNode; unit: string }) {
  return (
    <>
      <label htmlFor={field.id} className={classes.label}>
        {name}
      </label>
      <div className={classes.box} data-fault={field.fault !== ''}>
        <FieldInput {...field} className="figure" />
        <span className={classes.unit}>{unit}</span>
      </div>
      <p id={`${field.id}-fault`} role="alert" className={classes.fault}>
        {field.fault}
      </p>
    </>
  );
}
