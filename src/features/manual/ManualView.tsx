import Markdown, { type Components } from 'react-markdown';
import remarkGfm from 'remark-gfm';
import { say } from '../../core/words/words';
import { Sheet, SheetBody } from '../../ui/kit/kit';
import { anchorOf } from './anchors';
import { PICTURES } from './pictures';
import type { ManualPage } from './queries';
import css from './manual.module.css';

const PARTS: Components = {
  h2: ({ children }) => <h2 id={anchorOf(String(children))}>{children}</h2>,
  img: ({ src, alt }) => {
    const picture = typeof src === 'string' ? PICTURES[src] : undefined;
    return picture ? (
      <img src={picture.src} width={picture.width} height={picture.height} alt={alt ?? ''} loading="lazy" />
    ) : null;
  },
};

/** The manual by task: docs/using.md as it is read in the project. */
export function ManualView({ page: { text } }: { page: ManualPage }) {
  const tasks = [...text.matchAll(/^## (.+)$/gm)].map((m) => m[1]!);
  return (
    <Sheet>
      <SheetBody>
        <div className={css.page}>
          <nav aria-label={say`Tasks`}>
            <ul>
              {tasks.map((task) => (
                <li key={task}>
                  <a href={`#${anchorOf(task)}`}>{task}</a>
                </li>
              ))}
            </ul>
          </nav>
          <article className={css.text} lang="en">
            <Markdown remarkPlugins={[remarkGfm]} components={PARTS}>
              {text}
            </Markdown>
          </article>
        </div>
      </SheetBody>
    </Sheet>
  );
}
