/** Keys 1 to 8 are the stations in the order the work flows; the numbers of stations this farm does not have yet are left free. */
export const STATIONS = [
  { key: '1', path: '/round', name: 'Round', says: 'what to do now' },
  { key: '2', path: '/cohorts', name: 'Cohorts', says: 'which fish where' },
  { key: '4', path: '/beds', name: 'Beds', says: 'what grows where' },
  { key: '5', path: '/purge', name: 'Purge & pick', says: 'what leaves the water' },
  { key: '6', path: '/market', name: 'Market', says: 'what is promised' },
  { key: '7', path: '/season', name: 'Season', says: 'what if' },
] as const;
