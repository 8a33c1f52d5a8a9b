'use client';
import dynamic from 'next/dynamic';

export const GrowthChartLazy = dynamic(() => import('./GrowthChart').then((m) => m.GrowthChart), {
  ssr: false,
  loading: () => (
    <div style={{ height: 300 }} className="quiet">
      Drawing the growth…
    </div>
  ),
});
