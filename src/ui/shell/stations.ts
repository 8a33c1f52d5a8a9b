import { word } from '../../core/words/words';
/** Keys 1 to 8 are the stations in the order the work flows; the numbers of stations this farm does not have yet are left free. */
export const STATIONS = [
  { key: '1', path: '/round', name: word`Round`, says: word`what to do now` },
  { key: '2', path: '/cohorts', name: word`Cohorts`, says: word`which fish where` },
  { key: '4', path: '/beds', name: word`Beds`, says: word`what grows where` },
  { key: '5', path: '/purge', name: word`Purge & pick`, says: word`what leaves the water` },
  { key: '6', path: '/market', name: word`Market`, says: word`what is promised` },
  { key: '7', path: '/season', name: word`Season`, says: word`what if` },
  { key: '8', path: '/farm', name: word`Farm`, says: word`how it is set up` },
] as const;
