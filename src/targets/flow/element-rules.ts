/** The rules of a text in a shadow root, which keeps the page's own out of it. */
export const hostRules = ':host{display:block}\n:host([hidden]){display:none}\n'

/** The rules of the parts of a text that are the same for all texts. */
export const partRules =
  // Its column is as wide as the text at least and at most, by which the page makes room for it.
  '.dotline-room{display:grid;block-size:0;visibility:hidden;break-after:avoid}\n' +
  '.dotline-frame{display:flow-root;contain:inline-size;outline:none}\n' +
  '.dotline-frame:focus-visible{outline:2px solid currentColor;outline-offset:2px;border-radius:2px}\n' +
  // A translation in the browser has another length: it flows as pages do until it is set again.
  '.dotline-frame:has(font){inline-size:auto!important;block-size:auto!important;margin-inline-end:0!important;overflow:visible!important}\n' +
  '.dotline-frame:has(font)>div{inline-size:auto!important;block-size:auto!important;white-space:normal!important}\n' +
  '.dotline-frame:has(font)>div>*{line-height:1.4!important}\n' +
  '.dotline-frame:has(font)>div>* *{line-height:inherit!important}\n' +
  '.dotline-frame:has(font)>div>*::before{content:none!important}\n' +
  // Letters without size part no word in names, as a box of its own would.
  '.dotline-rest{font-size:0;line-height:0}\n' +
  '.dotline-rest:focus-within{position:absolute;z-index:1;inline-size:max-content;max-inline-size:100%;white-space:normal;' +
  'padding:4px 8px;font:15px/1.4 sans-serif;color:CanvasText;background:Canvas;outline:1px solid}\n' +
  '.dotline-painted{position:absolute;z-index:-1;pointer-events:none}\n' +
  // Lines that are made to end where the layout has them end. A space there takes no room if spaces collapse.
  '.dotline-marked.dotline-marked{contain:inline-size;text-wrap-mode:nowrap;white-space-collapse:preserve-breaks}\n' +
  '.dotline-marked.dotline-marked.dotline-spaced{white-space-collapse:preserve}\n' +
  '.dotline-marked wbr{text-wrap-mode:wrap}\n' +
  '.dotline-marked.dotline-marked:has(font){contain:none;text-wrap-mode:wrap}\n' +
  '[data-dotline-link]{outline:none;cursor:pointer}\n' +
  '.dotline-target{color:inherit;text-decoration:none}\n' +
  '.dotline-target:focus-visible{outline:2px solid currentColor;outline-offset:1px;border-radius:2px}\n' +
  '.dotline-ring{position:absolute;pointer-events:none;outline:2px solid currentColor;outline-offset:1px;border-radius:2px}\n' +
  '.dotline-tooltip{all:initial;display:block;position:fixed;inset:auto;margin:0;border:0;padding:8px 12px;border-radius:6px;' +
  'background:#0d2737;color:#fff;font:15px/1.4 sans-serif;max-inline-size:min(90vw,360px);overflow-wrap:break-word;z-index:2147483647;' +
  'box-shadow:0 2px 10px rgb(0 0 0/0.35)}\n' +
  '@media (forced-colors:active){.dotline-tooltip{border:1px solid}}\n'
