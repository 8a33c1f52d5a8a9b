'use client';
import { say } from '../../../core/words/words';
import dynamic from 'next/dynamic';
import { Text } from '../../../ui/kit/kit';
import css from '../cohorts.module.css';

export const GrowthChartLazy = dynamic(() => import('./GrowthChart').then((m) => m.GrowthChart), {
  ssr: false,
  loading: () => (
    <Text as="div" quiet className={css.chart}>
      {say`Drawing the growth…`}
    </Text>
  ),
});
