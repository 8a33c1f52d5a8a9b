'use client';
import { say } from '../../../core/words/words';
import dynamic from 'next/dynamic';
import { Text, classes } from '../../../ui/kit/kit';
import css from '../cohorts.module.css';

export const PlannedWaterLazy = dynamic(() => import('./PlannedWater').then((m) => m.PlannedWater), {
  ssr: false,
  loading: () => (
    <Text as="div" quiet className={classes(css.chart, css.middle)}>
      {say`Drawing the water…`}
    </Text>
  ),
});
