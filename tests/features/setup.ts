import { configure } from '@testing-library/react';

/** As long as a slow machine may take to draw a form; a test that holds is not slowed by it. */
configure({ asyncUtilTimeout: 30_000 });

// jsdom draws nothing, so nothing scrolls.
Element.prototype.scrollIntoView ??= () => undefined;
