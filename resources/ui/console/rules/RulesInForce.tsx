import { useQuery } from '@tanstack/react-query';
import { Heading } from '../../kit/Heading';
import { QueryState } from '../../kit/QueryState';
import { durationInWords, isDuration } from '../../text/duration';
import { rulesInForce } from '../queries';
import { Surface } from '../../kit/Surface';
import { Text } from '../../kit/Text';

interface Schema {
  description?: string;
  properties?: Record<string, Schema>;
}

/** One section of the rule book, as it is in force: each rule in words, with its value. */
export function RulesInForce({ section }: { section: string }) {
  const rules = useQuery(rulesInForce);
  const values = ((rules.data?.document ?? {}) as Record<string, Record<string, unknown>>)[section];
  const schema = (rules.data?.schema as Schema | undefined)?.properties?.[section];
  return (
    <section className="mb-6 max-w-[960px]" aria-label={`Rules in force: ${section}`}>
      <Heading>{schema?.description ?? 'Rules in force'}</Heading>
      <QueryState of={rules} what="the rules">
        <dl>
          {Object.keys(schema?.properties ?? {}).map((key) => (
            <Surface edge="top" key={key} className="flex min-h-8 flex-wrap items-center gap-x-3 py-1">
              <dt className="min-w-48 flex-1">{rules.data?.settings[`${section}.${key}`]?.label ?? key}</dt>
              <Text as="dd" weight="strong" className="max-w-96 text-right">
                {inWords(values?.[key])}
              </Text>
              <Text as="dd" face="mono" size="small" tone="soft" className="w-64 text-right max-sm:hidden">
                {section}.{key}
              </Text>
            </Surface>
          ))}
        </dl>
      </QueryState>
    </section>
  );
}

/** A rule's value as people say it: an ISO 8601 duration in words, a list in a row, a group of rules one after the other. */
export function inWords(value: unknown): string {
  if (Array.isArray(value)) return value.length === 0 ? 'none' : value.join(', ');
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (isDuration(value)) return durationInWords(value);
  if (typeof value === 'object' && value !== null) return groupInWords(value as Record<string, unknown>);
  return String(value ?? '–');
}

/** Rules that make one sentence together: a limit, a brake; anything else part by part. */
function groupInWords(group: Record<string, unknown>): string {
  if ('times' in group) return group.times === 0 ? 'no limit' : `${inWords(group.times)} in ${inWords(group.within)}`;
  if ('free' in group) {
    if (group.free === 0) return 'no brake';
    return `${inWords(group.free)} free, then ${inWords(group.first_delay)}, doubling up to ${inWords(group.longest_delay)}; forgotten after ${inWords(group.forgotten_after)}`;
  }
  return Object.entries(group)
    .map(([key, part]) => `${key.replaceAll('_', ' ')} ${inWords(part)}`)
    .join(', ');
}
