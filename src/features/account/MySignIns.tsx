'use client';
import { noConnection } from '../../ui/outcome';
import { useEffect, useState } from 'react';
import { ago } from '../../core/quantity/sayDay';
import { codeWords } from '../../core/words/codes';
import { say } from '../../core/words/words';
import { Row, Rows, Stack, Text, WordButton } from '../../ui/kit/kit';
import { changeSession, mySessions, type MySessions } from './actions';

/** Where one is signed in, and the farms one belongs to. */
export function MySignIns() {
  const [known, setKnown] = useState<MySessions | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  useEffect(() => {
    let over = false;
    void mySessions().then(
      (outcome) => !over && outcome.ok && setKnown(outcome.value),
      () => null,
    );
    return () => {
      over = true;
    };
  }, []);
  if (!known) return null;
  const change = async (wish: Parameters<typeof changeSession>[0], done: () => void) => {
    const outcome = await changeSession(wish).catch(() => null);
    if (outcome?.ok) done();
    setWrong(outcome?.ok ? null : outcome ? (Object.values(outcome.fields)[0]?.[0] ?? null) : noConnection());
  };
  const go = (farmId: string) => void change({ farmId }, () => window.location.assign('/round'));
  const end = (id: string) =>
    void change({ end: id }, () => setKnown({ ...known, signIns: known.signIns.filter((s) => s.id !== id) }));
  const others = known.signIns.filter((s) => !s.isThis);
  const endOthers = () =>
    void change({ end: 'others' }, () => setKnown({ ...known, signIns: known.signIns.filter((s) => s.isThis) }));
  return (
    <Stack>
      {known.farms.length > 1 && (
        <div>
          <Text strong>{say`Your farms`}</Text>
          <Rows>
            {known.farms.map((f) => (
              <Row key={f.farmId}>
                {f.name} <Text quiet>{codeWords(f.role)}</Text>{' '}
                {f.farmId === known.farmId ? (
                  <Text quiet>{say`here`}</Text>
                ) : (
                  <WordButton type="button" onClick={() => go(f.farmId)}>
                    {say`go there`}
                  </WordButton>
                )}
              </Row>
            ))}
          </Rows>
        </div>
      )}
      <div>
        <Text strong>{say`Where you are signed in`}</Text>
        <Rows>
          {known.signIns.map((s) => (
            <Row key={s.id}>
              {s.device || say`a device`} <Text quiet>{say`signed in ${ago(new Date(s.madeAt), new Date())}`}</Text>
              {' · '}
              {s.isThis ? (
                <Text quiet>{say`this device`}</Text>
              ) : (
                <WordButton type="button" onClick={() => end(s.id)}>
                  {say`sign out`}
                </WordButton>
              )}
            </Row>
          ))}
        </Rows>
        {others.length > 1 && (
          <WordButton type="button" onClick={endOthers}>
            {say`sign out everywhere else`}
          </WordButton>
        )}
      </div>
      {wrong && (
        <Text as="p" tone="danger" role="alert">
          {wrong}
        </Text>
      )}
    </Stack>
  );
}
