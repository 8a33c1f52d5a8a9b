'use client';
import { useGo } from '../../ui/shell/visit';
import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { SUMS } from '../../core/sums/sums';
import type { Sum } from '../../core/sums/sum';
import { codeWords } from '../../core/words/codes';
import { say, told, toldFormula } from '../../core/words/words';
import { Text } from '../../ui/kit/kit';
import { addressWith } from '../../ui/shell/useAddress';
import css from './sums.module.css';

/** One calculation of all, by a word of it. */
export function PickSum({ current }: { current: Sum }) {
  const go = useGo();
  return (
    <Autocomplete
      options={SUMS}
      value={current}
      groupBy={(s) => codeWords(s.group)}
      renderGroup={({ key, group, children }) => (
        <li key={key} role="group" aria-label={group}>
          <Text as="div" small quiet strong className={css.group} aria-hidden>
            {group}
          </Text>
          <ul role="presentation" className={css.members}>
            {children}
          </ul>
        </li>
      )}
      getOptionLabel={(s) => told(s.title)}
      getOptionKey={(s) => s.name}
      filterOptions={(all, { inputValue }) => all.filter((s) => saysWord(s, inputValue))}
      disableClearable
      openText={say`Open the list`}
      closeText={say`Close the list`}
      noOptionsText={say`No calculation has that word`}
      selectOnFocus
      onChange={(_, s) => go(addressWith('/sums', '', { sum: s.name }), { replace: true, scroll: false })}
      renderInput={(params) => (
        <TextField
          {...params}
          label={say`Calculation, one of ${SUMS.length}`}
          helperText={say`Type a word of it: ammonia, seeds, salt …`}
        />
      )}
    />
  );
}

const saysWord = (s: Sum, word: string) =>
  `${told(s.title)} ${toldFormula(s.formula)} ${s.name} ${codeWords(s.group)}`
    .toLowerCase()
    .includes(word.trim().toLowerCase());
