/** The player lies over its picture; what says that it is one lies between them. */
export const VIDEO_CSS = `.page .video{position:relative;display:block}
.page .tree .video{display:flex;flex-direction:column}
.page .tree .video>:is(img,picture){flex:1 1 auto;min-height:0}
.page .frame>.video{width:100%}
.page .video>.play{position:absolute;inset-inline-start:.6em;bottom:.6em;display:flex;align-items:center;gap:.5em;min-height:1.9em;padding:0 .7em;background:#1d1b18;color:#fffdf9;border-radius:2px;font-size:.8em;line-height:1.9;font-variant-numeric:tabular-nums;pointer-events:none}
.page .video>.play::before{content:"";border-inline-start:.8em solid;border-block:.5em solid transparent}
.page .video:is(:hover,:focus-visible)>.play{background:#46413a}
.page .video>:is(video,iframe){position:absolute;inset:0;width:100%;height:100%;border:0}
@media print{.page .video>:is(video,iframe){display:none}}`
