'use client';
import dynamic from 'next/dynamic';

export const PlannedWaterLazy = dynamic(() => import('./PlannedWater').then((m) => m.PlannedWater), {
  ssr: false,
  loading: () => (
    <div style={{ height: 240 }} className="quiet">
      Drawing the water…
    </div>
  ),
});
