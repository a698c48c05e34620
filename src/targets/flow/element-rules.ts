/** The rules that keep a page's styles out of a text. */
export const hostRules =
  ':host{display:block}\n' +
  ':host([hidden]){display:none}\n' +
  // Its column is as wide as the text at least and at most, by which the page makes room for it.
  '.room{display:grid;block-size:0;visibility:hidden;break-after:avoid}\n' +
  '.frame{display:flow-root;contain:inline-size;outline:none}\n' +
  '.frame:focus-visible{outline:2px solid currentColor;outline-offset:2px;border-radius:2px}\n' +
  // A translation in the browser has another length: it flows as pages do until it is set again.
  '.frame:has(font){inline-size:auto!important;block-size:auto!important;margin-inline-end:0!important;overflow:visible!important}\n' +
  '.frame:has(font)>div{inline-size:auto!important;block-size:auto!important;white-space:normal!important}\n' +
  '.frame:has(font)>div>*{line-height:1.4!important}\n' +
  '.frame:has(font)>div>* *{line-height:inherit!important}\n' +
  '.frame:has(font)>div>*::before{content:none!important}\n' +
  // Letters without size part no word in names, as a box of its own would.
  '.rest{font-size:0;line-height:0}\n' +
  '.rest:focus-within{position:absolute;z-index:1;inline-size:max-content;max-inline-size:100%;white-space:normal;' +
  'padding:4px 8px;font:15px/1.4 sans-serif;color:CanvasText;background:Canvas;outline:1px solid}\n' +
  '.painted{position:absolute;z-index:-1;pointer-events:none}\n' +
  // Lines that are made to end where the layout has them end. A space there takes no room if spaces collapse.
  '.marked.marked{contain:inline-size;text-wrap-mode:nowrap;white-space-collapse:preserve-breaks}\n' +
  '.marked.marked.spaced{white-space-collapse:preserve}\n' +
  '.marked wbr{text-wrap-mode:wrap}\n' +
  '.marked.marked:has(font){contain:none;text-wrap-mode:wrap}\n' +
  '[data-dotline-link]{outline:none;cursor:pointer}\n' +
  '.target{color:inherit;text-decoration:none}\n' +
  '.target:focus-visible{outline:2px solid currentColor;outline-offset:1px;border-radius:2px}\n' +
  '.ring{position:absolute;pointer-events:none;outline:2px solid currentColor;outline-offset:1px;border-radius:2px}\n' +
  '.tooltip{all:initial;display:block;position:fixed;inset:auto;margin:0;border:0;padding:8px 12px;border-radius:6px;' +
  'background:#0d2737;color:#fff;font:15px/1.4 sans-serif;max-inline-size:min(90vw,360px);overflow-wrap:break-word;z-index:2147483647;' +
  'box-shadow:0 2px 10px rgb(0 0 0/0.35)}\n' +
  '@media (forced-colors:active){.tooltip{border:1px solid}}\n'
