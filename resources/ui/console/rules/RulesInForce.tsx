import { useQuery } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { api } from '../api';
import { Failure } from '../Failure';

interface Schema {
  description?: string;
  properties?: Record<string, Schema>;
}

/** One section of the rule book, as it is in force: each rule in words, with its value. */
export function RulesInForce({ section }: { section: string }) {
  const rules = useQuery({ queryKey: ['rules'], queryFn: () => answer(api.GET('/rules')) });
  const values = ((rules.data?.document ?? {}) as Record<string, Record<string, unknown>>)[section];
  const schema = (rules.data?.schema as Schema | undefined)?.properties?.[section];
  return (
    <section className="mb-6" aria-label={`Rules in force: ${section}`}>
      <h2 className="mb-2 text-[13px] leading-[18px] font-bold">{schema?.description ?? 'Rules in force'}</h2>
      <Failure error={rules.error} />
      <dl>
        {Object.entries(schema?.properties ?? {}).map(([key, rule]) => (
          <div key={key} className="flex min-h-8 flex-wrap items-center gap-x-3 border-t border-line py-1">
            <dt className="min-w-48 flex-1">{rule.description}</dt>
            <dd className="max-w-96 text-right font-semibold">{inWords(values?.[key])}</dd>
            <dd className="w-64 truncate text-right font-mono text-small text-ink-soft max-sm:hidden">
              {section}.{key}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

const UNITS = { W: 'week', D: 'day', H: 'hour', M: 'minute', S: 'second' } as const;

/** A rule's value as people say it: an ISO 8601 duration in words, a list in a row, a group of rules one after the other. */
export function inWords(value: unknown): string {
  if (Array.isArray(value)) return value.length === 0 ? 'none' : value.join(', ');
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string' && /^P(?=.)(\d+W)?(\d+D)?(T(\d+H)?(\d+M)?(\d+S)?)?$/.test(value)) {
    return [...value.matchAll(/(\d+)([WDHMS])/g)]
      .map(([, count, unit]) => `${count} ${UNITS[unit as keyof typeof UNITS]}${count === '1' ? '' : 's'}`)
      .join(' ');
  }
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
