'use client';
import { createContext, use, useEffect, useMemo, useState, type ReactNode } from 'react';
import { Who } from '../features/account/Who';
import { LogLine } from '../features/log/LogLine';
import { BrokenRecords } from '../features/records/BrokenRecords';
import { PapersEnding } from '../features/records/PapersEnding';
import { Mark } from '../ui/kit/kit';
import { RECORDED_EVENT } from '../ui/outcome';
import { ReadOnly } from '../ui/shell/mayWrite';
import { Shell } from '../ui/shell/Shell';
import { GoContext, VisitContext } from '../ui/shell/visit';
import { Language } from '../ui/words/Language';
import type { FrameShown } from './frame';
import { readAnswer } from './readAnswer';
import { useVisits, type Shown } from './useVisits';

/** What is shown now, where it is not what the server drew. */
export const ShownContext = createContext<Shown | null>(null);

const FRAME_PATH = '/api/stations/frame';

/** What stands around the stations, read again when something was recorded or the page is looked at again. */
function useFrame(first: FrameShown, build: string): FrameShown {
  const [frame, setFrame] = useState(first);
  useEffect(() => {
    const anew = () =>
      void readAnswer(FRAME_PATH, build).then(
        (read) => read.kind === 'here' && read.changed && setFrame(read.page as FrameShown),
      );
    const looked = () => document.visibilityState === 'visible' && anew();
    window.addEventListener(RECORDED_EVENT, anew);
    document.addEventListener('visibilitychange', looked);
    return () => {
      window.removeEventListener(RECORDED_EVENT, anew);
      document.removeEventListener('visibilitychange', looked);
    };
  }, [build]);
  return frame;
}

interface FarmProps {
  frame: FrameShown;
  build: string;
  children: ReactNode;
}

/** The farm in the browser: the frame that all stations share, and the way from one to the next. */
export function Farm({ frame: first, build, children }: FarmProps) {
  const frame = useFrame(first, build);
  const { visit, go, shown, trouble } = useVisits(build);
  const { name, role, farmName, isDemo, units, broken, papers, today } = frame;
  const visits = role === 'visitor';
  const who = useMemo(
    () => <Who name={name} role={role} farmName={isDemo ? null : farmName} units={units} />,
    [name, role, isDemo, farmName, units],
  );
  return (
    <Language locale={frame.locale} language={frame.language} units={units}>
      <GoContext value={go}>
        <VisitContext value={visit}>
          <ShownContext value={shown}>
            <Shell
              personId={frame.personId}
              today={today}
              isDemo={isDemo}
              farmName={farmName}
              who={who}
              logLine={frame.examples === null ? null : <LogLine examples={frame.examples} />}
              notices={
                <>
                  {trouble && <Old words={trouble} />}
                  {broken.length > 0 && <BrokenRecords records={broken} mayMend={role === 'manager'} />}
                  <PapersEnding papers={papers} today={today} />
                </>
              }
            >
              <ReadOnly readOnly={visits}>{children}</ReadOnly>
            </Shell>
          </ShownContext>
        </VisitContext>
      </GoContext>
    </Language>
  );
}

/** Beside a page that is not as it is now. */
function Old({ words }: { words: string }) {
  return (
    <Mark as="p" tone="attention" role="status">
      {words}
    </Mark>
  );
}

export const useShown = () => use(ShownContext);
