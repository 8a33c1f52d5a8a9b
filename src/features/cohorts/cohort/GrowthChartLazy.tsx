'use client';
import { lazyChart } from '../../../ui/kit/lazyChart';
import css from '../cohorts.module.css';

export const GrowthChartLazy = lazyChart(() => import('./GrowthChart').then((m) => m.GrowthChart), css.chart);
