import type { DataGridProps } from '@mui/x-data-grid';
import { plural, say } from '../../core/words/words';

/** What the grid says, in our words. */
export function gridWords(): DataGridProps['localeText'] {
  return {
    ...columnWords(),
    ...filterWords(),
    noRowsLabel: say`No rows`,
    noResultsOverlayLabel: say`No matches.`,
    noColumnsOverlayLabel: say`Every column is hidden.`,
    noColumnsOverlayManageColumns: say`Choose columns`,
    footerTotalRows: say`Rows:`,
    footerRowSelected: (count: number) => plural(count, '# row chosen', '# rows chosen'),
    paginationRowsPerPage: say`Rows on a page:`,
    paginationDisplayedRows: ({ from, to, count }: { from: number; to: number; count: number }) =>
      say`${from} to ${to} of ${count}`,
    paginationItemAriaLabel: (type: string) => (type === 'previous' ? say`The page before` : say`The next page`),
  };
}

function columnWords(): DataGridProps['localeText'] {
  return {
    columnMenuLabel: say`Column`,
    columnMenuAriaLabel: (name: string) => say`Menu of ${name}`,
    columnMenuShowColumns: say`Choose columns`,
    columnMenuManageColumns: say`Choose columns`,
    columnMenuFilter: say`Only some…`,
    columnMenuHideColumn: say`Hide`,
    columnMenuUnsort: say`As it was`,
    columnMenuSortAsc: say`Smallest first`,
    columnMenuSortDesc: say`Largest first`,
    columnHeaderSortIconLabel: say`Sort`,
    columnHeaderFiltersLabel: say`What is shown`,
    columnHeaderFiltersTooltipActive: (count: number) => plural(count, '# condition', '# conditions'),
    columnsManagementSearchTitle: say`Search`,
    columnsManagementNoColumns: say`No column has that name`,
    columnsManagementShowHideAllText: say`All or none`,
    columnsManagementReset: say`As it was`,
    columnsManagementDeleteIconLabel: say`Clear`,
  };
}

function filterWords(): DataGridProps['localeText'] {
  return {
    filterPanelAddFilter: say`Another condition`,
    filterPanelRemoveAll: say`Show all again`,
    filterPanelDeleteIconLabel: say`Take out`,
    filterPanelLogicOperator: say`And, or`,
    filterPanelOperator: say`Condition`,
    filterPanelOperatorAnd: say`And`,
    filterPanelOperatorOr: say`Or`,
    filterPanelColumn: say`Column`,
    filterPanelInputLabel: say`Value`,
    filterPanelInputPlaceholder: say`value`,
    filterOperatorContains: say`contains`,
    filterOperatorDoesNotContain: say`does not contain`,
    filterOperatorEquals: say`is exactly`,
    filterOperatorDoesNotEqual: say`is not`,
    filterOperatorStartsWith: say`begins with`,
    filterOperatorEndsWith: say`ends with`,
    filterOperatorIsEmpty: say`is empty`,
    filterOperatorIsNotEmpty: say`is not empty`,
    filterOperatorIsAnyOf: say`is one of`,
    filterOperatorIs: say`is on`,
    filterOperatorNot: say`is not on`,
    filterOperatorAfter: say`is after`,
    filterOperatorOnOrAfter: say`is on or after`,
    filterOperatorBefore: say`is before`,
    filterOperatorOnOrBefore: say`is on or before`,
  };
}
