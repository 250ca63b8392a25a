import { Suspense } from 'react';
import { later } from '../../kit/later';
import { Screen } from '../../kit/Layout';
import { Boxes } from './Boxes';
import { Buttons } from './Buttons';
import { Charts } from './Charts';
import { Dialogs } from './Dialogs';
import { Fields } from './Fields';
import { Looks } from './Looks';
import { Pages } from './Pages';
import { States } from './States';
import { Structure } from './Structure';
import { Tables } from './Tables';
import { Words } from './Words';

const Documents = later(() => import('./Documents').then((module) => module.Documents));

/** Every primitive in every state, with names and addresses as long as they come: what is looked at and tested before any screen is. */
export function KitScreen() {
  return (
    <Screen title="Kit" aside="every primitive, in every state">
      <div className="grid grid-cols-2 gap-x-10 gap-y-8 max-lg:grid-cols-1">
        <Buttons />
        <Boxes />
        <Fields />
        <States />
        <Tables />
        <Words />
        <Looks />
        <Structure />
        <Pages />
        <Suspense fallback={null}>
          <Documents />
        </Suspense>
        <Charts />
        <Dialogs />
      </div>
    </Screen>
  );
}
