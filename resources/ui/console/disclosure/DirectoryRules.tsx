import { Button } from '../../kit/Button';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { useMay } from '../api';
import { useHand } from '../rules/hand';
import { ChoiceSetting } from '../rules/Setting';

/** Of each app: whether others than operators can read a list of its accounts, who reads it and who is in it. */
export function DirectoryRules() {
  const hand = useHand();
  const mayChange = useMay()('kennel:rules.manage');
  const document = hand.document;
  if (document === undefined) return null;
  const directories = document.disclosure.directories;
  const missing = document.apps.filter(({ key }) => !directories.some((one) => one.key === key));
  return (
    <section aria-label="Directories" className="mt-4">
      <Text as="h2" weight="strong">
        Directories
      </Text>
      <Note>A list of an app’s accounts, each with what its readers are handed.</Note>
      {directories.map(({ key }) => (
        <fieldset key={key} disabled={!mayChange} className="mt-2 -mx-4">
          <legend className="px-4">
            <Text weight="strong">{document.apps.find((app) => app.key === key)?.look.name ?? key}</Text>
          </legend>
          <ChoiceSetting path={['disclosure', 'directories', key, 'read_by']} />
          <ChoiceSetting path={['disclosure', 'directories', key, 'lists']} />
          {mayChange ? (
            <div className="px-4 py-2">
              <Button
                size="small"
                kind="stop"
                aria-label={`No directory of ${key}`}
                onClick={() => hand.change(['disclosure', 'directories', key], undefined)}
              >
                No directory
              </Button>
            </div>
          ) : null}
        </fieldset>
      ))}
      {mayChange && missing.length > 0 ? (
        <Surface edge="top" className="mt-2 flex flex-wrap gap-2 pt-2">
          {missing.map(({ key, look }) => (
            <Button
              key={key}
              size="small"
              onClick={() =>
                hand.change(['disclosure', 'directories', key], { key, read_by: 'accounts', lists: 'consenting' })
              }
            >
              Directory of {look.name}
            </Button>
          ))}
        </Surface>
      ) : null}
    </section>
  );
}
