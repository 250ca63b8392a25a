import { useNavigate } from 'react-router';
import { useRows } from '../kit/useRows';
import { useKeys } from './keys';

/**
 * j, k, the arrows and Escape for a list whose rows open beside it.
 *
 * @param path where a row's pane is; of null, where the list stands alone
 * @returns for the element that holds the rows
 */
export function useListKeys(openId: string | null, path: (id: string | null) => string) {
  const navigate = useNavigate();
  const { list, move, focus } = useRows(openId);
  const walk = (by: number) => {
    const id = move(by);
    // Walking is no journey: the way back leads to where it began.
    if (openId !== null && id !== undefined && id !== openId) void navigate(path(id), { replace: true });
  };
  useKeys({
    j: () => walk(1),
    k: () => walk(-1),
    ArrowDown: () => walk(1),
    ArrowUp: () => walk(-1),
    // Where no row is open, Escape is for whatever else is.
    ...(openId === null
      ? {}
      : {
          Escape: () => {
            void navigate(path(null));
            focus(openId);
          },
        }),
  });
  return list;
}
