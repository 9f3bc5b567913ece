/**
 * The one field for a number. What is typed stays as it was typed; whoever holds the value is given the number, `''` for
 * an empty field, and NaN where the text is no number for this field: schemas refuse that too, so that no older value is
 * saved in its place.
 */
import { TextInput, type TextInputProps } from '@mantine/core';
import { type KeyboardEvent, useState } from 'react';
import { type Limits, problemOf, readNumber } from './typed-number.ts';

type Given = number | '';

interface NumberFieldProps
  extends Limits,
    Omit<TextInputProps, 'value' | 'defaultValue' | 'onChange' | 'min' | 'max' | 'step'> {
  value?: number | string | null;
  onChange?: (value: Given) => void;
  /** What an arrow key adds. */
  step?: number;
  /** Written inside the field, behind the number. */
  suffix?: string;
}

export function NumberField(props: NumberFieldProps) {
  const { value, onChange, min, max, whole, step = 1, suffix, error, ...rest } = props;
  /** What was typed last, what was given for it, and what stood here before: another value from outside ends it. */
  const [typed, setTyped] = useState<{ text: string; gave: Given; before: unknown } | null>(null);
  const [focused, setFocused] = useState(false);
  const held = typed !== null && (focused || Object.is(typed.gave, value ?? ''));
  const text = held ? typed.text : Number.isNaN(value) ? '' : String(value ?? '');
  const read = readNumber(text);
  const limits = { min, max, whole };
  // A figure half typed is not yet wrong for being small.
  const problem = focused && 'value' in read ? null : problemOf(text, limits);
  /** Whoever holds the value did not take what was typed, and the field shows what stands: with the reason. */
  const lost = typed && !held && Object.is(typed.before, value) ? problemOf(typed.text, limits) : null;

  const type = (entered: string) => {
    const next = readNumber(entered);
    const gave = 'problem' in next || problemOf(entered, limits) ? Number.NaN : (next.value ?? '');
    setTyped({ text: entered, gave, before: value });
    onChange?.(gave);
  };
  const stepBy = (event: KeyboardEvent<HTMLInputElement>) => {
    const sign = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    if (!sign || rest.readOnly || 'problem' in read) return;
    event.preventDefault();
    const next = Number(((read.value ?? 0) + sign * step).toFixed(6));
    type(String(Math.min(max ?? next, Math.max(min ?? next, next))));
  };
  return (
    <TextInput
      {...rest}
      inputMode={min !== undefined && min >= 0 ? 'decimal' : 'text'}
      autoComplete="off"
      data-takes="number"
      value={text}
      error={problem ?? (lost && `${typed?.text} was not taken: ${lost}`) ?? error}
      rightSection={suffix ? <span className="quiet small">{suffix.trim()}</span> : undefined}
      rightSectionPointerEvents="none"
      onChange={(event) => type(event.currentTarget.value)}
      onKeyDown={stepBy}
      onFocus={(event) => {
        setFocused(true);
        rest.onFocus?.(event);
      }}
      onBlur={(event) => {
        setFocused(false);
        rest.onBlur?.(event);
      }}
    />
  );
}
