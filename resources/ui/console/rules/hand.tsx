import { createContext, use, type ReactNode } from 'react';
import type { Schemas } from '../../api/client';
import { useQuery } from '@tanstack/react-query';
import { rulesInForce } from '../queries';
import type { Path } from './document';
import { useDraft, type DraftInHand } from './useDraft';

const Context = createContext<DraftInHand | null>(null);

/** The shared draft for everything below: one reading, one queue of saves. */
export function DraftProvider({ children }: { children: ReactNode }) {
  return <Context value={useDraft()}>{children}</Context>;
}

export function useHand(): DraftInHand {
  const hand = use(Context);
  if (hand === null) throw new Error('There is no draft here.');
  return hand;
}

type Described = Schemas['Setting'];

interface Schema {
  minimum?: number;
  maximum?: number;
  maxLength?: number;
  enum?: readonly string[];
  properties?: Record<string, Schema>;
  items?: Schema;
}

/** What the server says of a rule: its words, and its bounds from the schema. */
export type Rule = Described & Pick<Schema, 'minimum' | 'maximum' | 'maxLength'> & { values: readonly string[] };

const UNKNOWN: Described = { label: '', help: null, unit: null, choices: {} };

/** @returns what there is to know of a rule by its path; until it is loaded, the path's last part is its label */
export function useRule(): (path: Path) => Rule {
  const rules = useQuery({ ...rulesInForce, staleTime: 60_000 }).data;
  return (path) => {
    let schema = rules?.schema as Schema | undefined;
    const pattern = path.map((key) => {
      const isList = schema?.items !== undefined;
      schema = isList ? schema?.items : schema?.properties?.[key];
      return isList ? '*' : key;
    });
    const described = rules?.settings[pattern.join('.')] ?? { ...UNKNOWN, label: path.at(-1) ?? '' };
    return {
      ...described,
      ...(schema?.minimum === undefined ? {} : { minimum: schema.minimum }),
      ...(schema?.maximum === undefined ? {} : { maximum: schema.maximum }),
      ...(schema?.maxLength === undefined ? {} : { maxLength: schema.maxLength }),
      values: schema?.enum ?? [],
    };
  };
}
