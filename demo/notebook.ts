/** Posts that the sample world has elsewhere, as others write them: to be brought in. Their pictures are called p1 to p6. */
export const NOTEBOOK: Readonly<Record<string, string>> = {
  'lanterns.md': `---
title: Lanterns over the slip
date: 2024-11-02
tags: [Night flights, Lanterns]
mood: calm
---
We began at dusk, when the wind drops and the lanterns hang straight.

![Lanterns at dusk](pictures/p1.jpg) ![The slip](pictures/p2.jpg)

Then it was dark, and one line after another was only a sound.

| Lantern | Burns for |
| --- | --- |
| Paper | 20 minutes |
| Silk | 45 minutes |

![Nobody remembers this one](pictures/gone.jpg)
`,
  'bench.html': `<!doctype html><html lang="en"><head><title>Notes of the shed</title>
<meta name="description" content="How a bench is made flat again."></head><body>
<nav><a href="/">All notes</a></nav><article><h1>A flat bench</h1>
<p><img src="pictures/p3.jpg" align="right" width="240" alt="The bench">Two days with a plane and a straight edge,
and all the tea that goes with it. The bench was hollow by the breadth of a finger.</p>
<div style="display:grid;grid-template-columns:1fr 1fr 1fr">
<figure><img src="pictures/p4.jpg" alt="First pass"><figcaption>First pass</figcaption></figure>
<figure><img src="pictures/p5.jpg" alt="Second pass"><figcaption>Second pass</figcaption></figure>
<figure><img src="pictures/p6.jpg" alt="Flat"><figcaption>Flat</figcaption></figure></div>
<p>The old plane iron came from <img src="https://harbour.example/iron.jpg" alt="The iron">.</p></article></body></html>
`,
  'tides.md': `# Tides and lines

Low water at six. Everything that is tied at high water is *too short* at low.

1. Walk the slip.

   ![The slip at six](pictures/p2.jpg)
2. Ease every line by a metre.

   ![An eased line](pictures/p1.jpg)
`,
}
