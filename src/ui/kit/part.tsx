import type { ComponentProps, ElementType, ReactNode } from 'react';
import css from './kit.module.css';

/** How text is set. All of them may be said of any part of the kit. */
export interface TextLook {
  small?: boolean;
  quiet?: boolean;
  /** Figures in columns. */
  mono?: boolean;
  strong?: boolean;
  /** Against the right edge. */
  right?: boolean;
  /** Kept on one line. */
  nowrap?: boolean;
  /** Pushed to the end of its row. */
  end?: boolean;
  tone?: Tone | null | undefined;
}

export type Tone = 'danger' | 'attention' | 'soon' | 'good';

/** How what is inside is laid out. */
export interface Layout {
  /** One below the other, with air between. */
  stack?: boolean;
  /** Main column and side column; one below the other on a phone. */
  columns?: boolean;
  /** In a row that breaks. */
  buttons?: boolean;
}

type PartProps<T extends ElementType> = TextLook &
  Layout & { as?: T; className?: string | undefined; children?: ReactNode } & Omit<
    ComponentProps<T>,
    keyof TextLook | keyof Layout | 'as' | 'className' | 'children'
  >;

const LOOKS = ['small', 'quiet', 'mono', 'strong', 'right', 'nowrap', 'end', 'stack', 'columns', 'buttons'] as const;

export const classes = (...names: (string | false | null | undefined)[]) =>
  names.filter(Boolean).join(' ') || undefined;

/** Class names of a look, and what is left for the element. */
export function lookOf(props: object): { className: string | undefined; rest: Record<string, unknown> } {
  const rest: Record<string, unknown> = {};
  const names: (string | undefined)[] = [];
  for (const [key, value] of Object.entries(props)) {
    if ((LOOKS as readonly string[]).includes(key)) {
      if (value) names.push(css[key]);
    } else if (key === 'tone') {
      if (typeof value === 'string' && value) names.push(css[value]);
    } else if (key === 'className') {
      if (typeof value === 'string') names.push(value);
    } else rest[key] = value;
  }
  return { className: classes(...names), rest };
}

/**
 * A part of the kit that is one plain element: text and layout are light on purpose (a styled element costs the server three times as
 * much, an MUI Typography fifteen times), controls are MUI.
 */
export function part<D extends ElementType>(tag: D, base?: string) {
  return function Part<T extends ElementType = D>({ as, ...props }: PartProps<T>) {
    const Tag = (as ?? tag) as ElementType;
    const { className, rest } = lookOf(props);
    return <Tag className={classes(base, className)} {...rest} />;
  };
}
