import type { PostContent } from '../../core/post/post.ts'
import { h2, h3, type Ids, ol, p, post, quote, row, rule, step, ul } from './write.ts'

export interface SamplePost {
  readonly content: (ids: Ids) => PostContent
  readonly state: 'unpublished' | 'draft' | 'live' | 'live, then changed' | 'withdrawn'
}

const range = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, i) => from + i)

export const KNOTS: SamplePost = {
  state: 'live',
  content: (ids) =>
    post({
      title: 'Four knots and a bridle',
      excerpt:
        'Everything a kite hangs on comes down to four knots. Learn them with cold hands, because that is how you will tie them.',
      topics: ['Knots', 'Basics'],
      featured: { picture: ids(2074), focus: { x: 0.5, y: 0.5 } },
      tray: range(2074, 2080).map(ids),
      body: {
        type: 'doc',
        content: [
          p(
            'Everything a kite hangs on comes down to four knots. There are hundreds in the books, and some of them are handsome, but on the slip in February with wet gloves in your teeth you will tie one of these or you will go home.',
          ),
          p(
            'Wilf taught them to me on the bench in the shed, with line as thick as a finger so that nothing could hide. I teach them the same way now. Take a metre of soft rope, sit down, and tie each one until you stop looking.',
          ),
          h2('The lark’s head'),
          row(ids, [{ n: 2074, caption: 'A lark’s head, loose. Pulled tight it is half as long.' }], {
            one: { side: 'left', width: { unit: '%', value: 44 } },
          }),
          p(
            'The lark’s head is how a bridle takes hold of a ring, and how a line takes hold of a bridle. It is two loops side by side over whatever carries it, both ends leaving by the same door. It grips as long as something pulls, and the moment nothing pulls it slides. That is the whole point of it.',
          ),
          p(
            'Make the loop, fold it back over itself, and put the ring through both. If the two ends come out on opposite sides you have made something else, and it will hold just long enough to let you walk forty metres away before it lets go.',
          ),
          p(
            'For a line with a knot at its end, the knot must stand *outside* the head. A stopper the size of a lentil is enough.',
          ),
          h2('The sheet bend and the figure of eight'),
          p(
            'Two lines of the same make may be joined with almost anything. Two lines of different thickness want a sheet bend: the thick one is folded, the thin one goes up through the fold, round the back of both, and under itself. Tie it twice round if the line is new and slippery.',
          ),
          row(ids, [2075, 2076], {
            captions: 'row',
            caption:
              'Left: a sheet bend in yellow line. Right: the figure of eight, which is only a stopper, and the best there is.',
          }),
          p(
            'The figure of eight is what you tie at the end of everything. It does not jam, it can be opened after a day under load, and you can check it at arm’s length: if it looks like an eight, it is one.',
          ),
          ul(
            '**Before the load:** wet the knot, then draw it up slowly.',
            '**After the load:** look at it again. A knot that has moved once will move again.',
            '**Every autumn:** cut them all off and tie new ones. Line is cheap.',
          ),
          h2('The loop, and what it is for'),
          row(ids, [{ n: 2077, alt: 'A plain loop in orange line, ready for the ring' }], {
            one: { side: 'right', width: { unit: 'px', value: 200 } },
          }),
          p(
            'The last one is a loop that does not change its size. It goes to the ring, and the ring is where the three legs of the bridle meet. I have seen people tie the ring in directly and spend the rest of the afternoon trying to shift it by a finger’s width. Give it a loop, put the loop on with a lark’s head, and you can move the towing point with one hand while the other holds the spar.',
          ),
          p(
            'How far up? Start with the ring at a third of the way from the nose. If she hangs back and will not climb, move it down towards the tail by the width of your thumb. If she darts and dives, move it up. Never more than a thumb at a time, and never both legs at once.',
          ),
          quote('A kite that will not fly is nearly always a bridle that has not been finished. — Wilf'),
          row(
            ids,
            [
              {
                n: 2078,
                caption: 'Legs 1 and 2, one ring, one loop. The ring slides; nothing else does.',
                pointers: [
                  { kind: 'number', at: { x: 0.33, y: 0.59 }, says: 'The left leg' },
                  { kind: 'number', at: { x: 0.72, y: 0.6 }, says: 'The right leg' },
                  { kind: 'ring', at: { x: 0.58, y: 0.52 }, radius: 0.045, says: 'The ring, at a third from the nose' },
                  { kind: 'word', at: { x: 0.5, y: 0.39 }, says: 'The ring slides' },
                  { kind: 'arrow', at: { x: 0.93, y: 0.24 }, from: { x: 0.8, y: 0.12 }, says: 'To the reel' },
                ],
              },
            ],
            { sits: 'outset' },
          ),
          p(
            'Once the four are in your fingers, take the thick rope away and do them in flying line, then in flying line behind your back. Then go outside. It will be windier than you think.',
          ),
        ],
      },
    }),
}

export const FIRST_FLIGHTS: SamplePost = {
  state: 'live, then changed',
  content: (ids) =>
    post({
      title: 'First flights of the season',
      excerpt: 'A steady nine knots off the water, fourteen kites, one broken spar. The first morning on Pell Slip.',
      topics: ['Launch days', 'Pell Slip'],
      featured: { picture: ids(2040), focus: { x: 0.58, y: 0.3 } },
      tray: range(2040, 2053).map(ids),
      body: {
        type: 'doc',
        content: [
          p(
            'We always say we will wait for April, and we never do. The forecast for the second Saturday in March said north-west, eight to ten, dry until noon, and by half past six there were nine of us on the slip with cold hands and warm flasks.',
          ),
          row(
            ids,
            [
              {
                n: 2040,
                caption: 'First up: the blue diamond, at two minutes past seven.',
                onClick: { do: 'picture-file' },
              },
            ],
            { sits: 'outset' },
          ),
          h2('A steady nine knots off the water'),
          p(
            'By seven the flags on the slipway had stopped twitching and started to stand. That is the sign we wait for: enough to lift a two-metre sail off the sand, not so much that a child cannot hold the reel.',
          ),
          row(ids, [2041, { n: 2042, alt: 'A green rokkaku and a small diamond over the dunes in low light' }, 2044], {
            captions: 'row',
            caption: 'Left to right: Tam’s tall delta, the green rokkaku on its first line, and Ines holding on.',
          }),
          p(
            'The second hour is for the sails that need two people. We lay them out on the wet sand with the nose to the wind, one at the reel, one at the tail, and nobody lifts until both have nodded. It looks solemn. It saves spars.',
          ),
          p(
            'Tam’s delta went up first and stayed up. It has a new keel, a hand deeper than the old one, and it sat on the wind like a gull on a post. He let out all of the eighty-metre line and then stood there with nothing to do, which is the best thing one can say of a delta.',
          ),
          h2('What pulled and what did not'),
          row(ids, [{ n: 2045, alt: 'A plum and orange star kite over green hills' }], {
            one: { side: 'right', width: { unit: '%', value: 42 } },
          }),
          p(
            'The star was the surprise. It was cut from scraps, three plum and two orange points, by somebody who will not be named and who had not measured. It should have spun. Instead it stood almost straight overhead on forty metres, perfectly still, until a gust came over the dune and it lay down flat and stood up again as if nothing had happened.',
          ),
          p(
            'The parafoil pulled as parafoils do. Ines had the gloves and the belt, and even so she went three metres down the strand on her heels before she found her feet. There is a furrow. We measured that.',
          ),
          p(
            'Wilf had brought his train, six small diamonds cut from one worn sail, and flew it from a garden chair. Six on one line pull like one kite twice the size, and they come down like a string of washing if you let them. He did not let them.',
          ),
          row(
            ids,
            [
              { n: 2046, caption: 'Wilf’s train: six small diamonds, one line, one garden chair.' },
              { n: 2053, alt: 'Two sled kites, one plum, one teal, over the dunes' },
              { n: 2048, caption: 'The old box, before it broke.' },
              2049,
              { n: 2050, alt: 'Two bird kites wheel over the dunes', caption: 'A pair of birds, who know the wind.' },
            ],
            { kind: 'patchwork' },
          ),
          h2('All of it at once'),
          p(
            'At twenty past eight, for about four minutes, everything that could fly was flying. We have a picture of it, taken from the bench with the long lens turned the wrong way round, which is to say by walking backwards until the sea stopped us.',
          ),
          row(
            ids,
            [
              {
                n: 2047,
                caption: 'Five of fourteen. The others were behind the camera, or in the dune grass.',
                credit: 'Orla Venn',
              },
            ],
            { sits: 'bleed', share: true },
          ),
          p(
            'By eleven the wind had gone round to the north and started to come in lumps. One spar broke, in the old box, at the joint that had been mended twice. We took everything in, counted, and were home before the rain.',
          ),
          h3('For next time'),
          ol(
            'Bring the **second** ground anchor.',
            'Check the joints of the box before it leaves the shed, not after.',
            'More tea.',
          ),
          p(
            'The knots we used are all in [the guide from February](/posts/four-knots-and-a-bridle/). The box will be on the bench on Thursday. Come by if you have glue.',
          ),
        ],
      },
    }),
}

export const ROKKAKU: SamplePost = {
  state: 'draft',
  content: (ids) =>
    post({
      title: 'A rokkaku in two evenings',
      excerpt: 'Six sides, six spars, one hem: how the red one with the wave was made.',
      topics: ['Workshop'],
      featured: { picture: ids(2064), focus: { x: 0.5, y: 0.42 } },
      tray: range(2054, 2065).map(ids),
      body: {
        type: 'doc',
        content: [
          p(
            'The rokkaku is the six-sided fighting kite: one long spine, two cross spars, and a sail that forgives nearly everything. It is the best second kite there is. The first should be a sled, because you will lose it.',
          ),
          p(
            'This one took two evenings of three hours, with talking. The materials are four metres of spruce strip, a square metre and a half of ripstop, a round of plain cotton for the painted disc, and twelve metres of bridle line.',
          ),
          h2('First evening: spars and sail'),
          step(
            'Choose the spars by rolling them on the bench. A straight one rolls quietly; a bent one knocks. Put the two best aside for the cross spars, because these are the ones that bow, and they have to bow alike. The spine can be a little worse. Nobody sees it and the wind does not mind.',
          ),
          row(ids, [2054, 2055], { captions: 'each' }),
          step(
            'Lash the cross spars at a fifth from either end of the spine. Thread first, then a drop of glue, never the other way round. While it dries, run the guard line round all six tips and draw it up until it rings.',
          ),
          step(
            'The sail is cut a thumb larger than the frame on every side. Cut with the ruler lying *on* the sail, not beside it, so that when the blade wanders it wanders into waste. Cut the top and bottom panels from the pale cloth and lay them on before you hem, or you will be hemming the same corner three times, as I have.',
          ),
          row(ids, [2056], {}),
          step(
            'Mark the tips with a soft pencil. Each gets a patch the size of a coin on both sides, and a loop of tape through which the guard line runs. The patches look like fuss until the first time she comes down on a corner.',
          ),
          h2('The hem'),
          row(ids, [{ n: 2057, caption: 'Hem first, then the panels, then the patches.' }], {}),
          p(
            'A long straight stitch, not a zigzag: a zigzag stretches, and a stretched hem flutters, and a fluttering hem is a noise you will hear for as long as you own the kite.',
          ),
          h2('Second evening: disc and bridle'),
          step(
            'The disc is painted separately and sewn on. Thin paint, two coats, and let it dry flat, or it will set in a curve that is not the curve the wind wants. Ours has a wave. Yours should not.',
            'on',
          ),
          row(ids, [2058, 2059], {}),
          step(
            'The bridle has four legs, from the four crossings, to one ring. Make the upper pair a hand’s width shorter than the lower, put the ring on with a lark’s head, and leave the rest to the first flight.',
          ),
          rule,
          row(
            ids,
            [
              { n: 2061 },
              { n: 2060, alt: 'Pliers, awl, thread, wax and line on the bench' },
              2063,
              { n: 2062, alt: 'Five finished kites on the shed wall' },
              2065,
            ],
            {
              kind: 'gallery',
              sits: 'outset',
              gallery: { form: 'level', across: 3, cell: 1.5, order: 'hand' },
            },
          ),
          p('She hung on the drying wall for a week, because it rained for a week. Then she flew.'),
        ],
      },
    }),
}

export const LANTERNS: SamplePost = {
  state: 'live',
  content: (ids) =>
    post({
      title: 'Seventeen lanterns',
      excerpt: 'The night flight at midsummer: no moon, a warm land breeze, and seventeen small lights over the bay.',
      topics: ['Night flight', 'Launch days'],
      featured: { picture: ids(2070), focus: { x: 0.5, y: 0.4 } },
      tray: range(2066, 2073).map(ids),
      body: {
        type: 'doc',
        content: [
          row(ids, [2066], { sits: 'bleed' }),
          p(
            'There is one night in the year when the breeze comes off the land and stays. It is warm, it smells of cut hay, and it is so even that you could hang a picture by it. That is the night we fly the lanterns.',
          ),
          p(
            'The rules are old and few. Each flyer has one kite, dark, of any make, and one paper lantern with one small lamp, hung five metres under it. Nobody lights before the last colour has gone from the west. Nobody talks while the first one goes up.',
          ),
          h2('Before dark'),
          row(ids, [{ n: 2071, caption: 'The last light. Noor’s delta went up to feel for the wind.' }, 2072], {
            captions: 'each',
          }),
          p(
            'At nine it was still bright enough to read, and we laid out the lines by their numbers along the tide mark. Eighteen had put their names down. One had a cold. We kept his place free, between four and six.',
          ),
          p(
            'The lanterns are made in the week before, on the kitchen tables of half the village: four split canes, a ring of wire, and paper that has been waxed and hung on the line. If you can see your hand through it, it is thin enough. If you can read through it, it is too thin.',
          ),
          h2('One'),
          row(
            ids,
            [{ n: 2068, caption: 'A lamp the size of a thimble, and paper so thin that one can see it breathe.' }],
            { sits: 'outset' },
          ),
          p(
            'Orla lit the first, as the newest member always does. It went up very slowly. You do not see the kite at all; you see a light get up off the sand, think about it, and leave.',
          ),
          p(
            'Then there were two, and then for a while nobody counted. They do not fly in a row. Each hangs where its own kite has found its own piece of wind, some low over the water and some so high that they are only a slightly warmer star.',
          ),
          row(
            ids,
            [
              { n: 2067, caption: 'Five.' },
              {
                n: 2069,
                alt: 'Lanterns close together, two lines nearly crossing',
                caption: 'And then many. There was one crossing of lines, which ended in apologies.',
              },
              {
                n: 2073,
                alt: 'Four faint lanterns over a black sea',
                caption: 'The last four, a little after eleven.',
              },
            ],
            {
              kind: 'slideshow',
              slideshow: {
                across: 1,
                fill: false,
                move: 'fade',
                seconds: 5,
                starts: true,
                arrows: null,
                place: null,
                fullScreen: null,
              },
            },
          ),
          h2('Seventeen'),
          row(ids, [{ n: 2070, credit: 'Orla Venn' }], { sits: 'bleed' }),
          p(
            'At eight minutes past eleven all seventeen were up, which is a record for the club, and may be one for this coast, since nobody else has ever tried. We stood there for a quarter of an hour. Somebody’s child asked whether they could stay up all night, and somebody’s father said that they could not, and somebody’s grandmother asked him why.',
          ),
          p(
            'They came down one at a time, in the order of their numbers, and number five, who was not there, came down last.',
          ),
        ],
      },
    }),
}

export const REPAIRS: SamplePost = {
  state: 'unpublished',
  content: (ids) =>
    post({
      title: 'After the gale: what could be mended',
      excerpt: '',
      topics: ['Repairs'],
      featured: null,
      tray: range(2081, 2091).map(ids),
      body: {
        type: 'doc',
        content: [
          p(
            'The gale of the second of October took the roof off the boat house and left the kite shed standing, which says something about boats. What it did inside the shed is another matter. Somebody, and it was me, had left the top window on the latch.',
          ),
          row(ids, [2085, { n: 2086 }], { captions: 'none' }),
          h2('The list'),
          p(
            'By noon on Saturday we had sorted everything into three heaps: whole, mendable, and string. The third heap was smaller than it looked. A kite is mostly air and intention, and both had come through well.',
          ),
          row(ids, [2081], { one: { side: 'left', width: { unit: '%', value: 46 } } }),
          p(
            'The green sled had the worst of it: a tear a hand long, right beside the seam, where the cloth has been punched full of needle holes for eleven years. You cannot simply sew that up. The stitches have nothing to hold.',
          ),
          p(
            'What you do is take the seam out for twice the length of the tear, let in a new strip from behind, and sew the seam again through three layers instead of two. It costs an hour and makes that side the strongest part of the kite. Noor did it with a head torch on, because the power was still out, and did it better than I would have by daylight.',
          ),
          h2('Patch or panel'),
          p(
            'There is a rule of thumb for this, and it is literally the thumb. A tear shorter than your thumb gets tape on both sides. A tear up to a hand gets a patch. Anything longer gets a new panel, and you may as well change the colour while you are there and pretend that it was meant.',
          ),
          p(
            'Ines ran the machine off a car battery in the doorway. We mended five kites that afternoon and one umbrella.',
          ),
          p(
            'On Sunday the wind had gone down to a breeze, the light was the colour of tea, and Tam took the sled down to the slip.',
          ),
        ],
      },
    }),
}

export const YEAR: SamplePost = {
  state: 'live',
  content: (ids) =>
    post({
      title: 'The year, and what it looked like',
      excerpt: 'February to October in thirty pictures: what flew, what was made, what was mended, and who was there.',
      topics: ['Launch days', 'Workshop'],
      featured: { picture: ids(2047), focus: { x: 0.34, y: 0.4 } },
      tray: [...range(2040, 2053), ...range(2054, 2073), 2088, 2089, 2090, 2091].map(ids),
      body: {
        type: 'doc',
        content: [
          p(
            'Somebody asked at the last meeting how many kites we had flown this year, and nobody knew. We know how many came back. So we went through the cards of all the cameras, on two wet evenings, and put the best of it on one page.',
          ),
          h2('What flew'),
          p(
            'It was a year for small kites. The big ones came out four times, in March, twice in May and at the end of the summer, and each time there was somebody who had not seen them before. In between we flew what fits under an arm. The train flew most of all, because Wilf brings his chair whatever the weather is.',
          ),
          row(
            ids,
            [
              2040,
              2041,
              2042,
              2044,
              2045,
              2046,
              2048,
              { n: 2050, alt: 'Two bird kites wheel over the dunes' },
              { n: 2053, alt: 'Two sleds over the dunes' },
              2064,
              2089,
              { n: 2091, alt: 'Six small diamonds on one line in evening light' },
            ],
            {
              kind: 'gallery',
              sits: 'outset',
              captions: 'none',
              gallery: {
                form: 'level',
                across: 4,
                cell: 1.5,
                order: 'taken',
                filter: true,
                tagsLeftOut: ['Pell Slip', 'pull', 'repair'],
              },
            },
          ),
          p(
            'The parafoil is still the one that pulls. It has been let go twice, and both times it came down in the same field, beside the same horse, who has stopped looking up.',
          ),
          h2('What was made and mended'),
          p(
            'Two rokkakus, a star, four sleds for the school, and a box that was mostly repair. The bench in the shed has a new top, and the drying wall has two more hooks, which is how you can tell a good winter from a bad one.',
          ),
          row(
            ids,
            [
              { n: 2054, caption: 'Roll each spar: a bent one shows.' },
              { n: 2056, caption: 'Cut along the ruler, never against it.' },
              { n: 2055, caption: 'The frame, before the glue.' },
              { n: 2058, caption: 'Thin paint, two coats.' },
              { n: 2057, caption: 'Hem first.' },
              { n: 2059, caption: 'Four legs, one ring.' },
              { n: 2061, caption: 'The drying wall.' },
            ],
            {
              kind: 'gallery',
              gallery: { form: 'loose', across: 3, cell: 1.5, order: 'hand' },
              reveal: 'fade',
            },
          ),
          p(
            'Of the things that broke, most broke on the ground. A kite in the air is safe from nearly everything except another kite. On the grass there are feet, dogs, and the corner of a tea tray, and there is nothing to be said to any of them.',
          ),
          h2('Who was there'),
          p(
            'Not everybody likes to be photographed, and some of us only hold still for a camera when we are holding something else. These are the ones who did not run away.',
          ),
          row(
            ids,
            [
              { n: 2049, caption: 'Orla' },
              { n: 2072, caption: 'Noor' },
              { n: 2087, caption: 'Tam' },
              { n: 2080, caption: 'Wilf' },
              { n: 2088, caption: 'Ines' },
              { n: 2071, caption: 'The last light of midsummer, with Noor under it' },
            ],
            {
              kind: 'gallery',
              captions: 'hover',
              gallery: { form: 'cells', across: 3, cell: 1, order: 'hand', ground: 'dark', first: 3 },
            },
          ),
          p(
            'Next year begins on the second Saturday in March, at half past six, on the slip. Bring a flask. The year after that begins a week later, if the wind is right, and if somebody has found the other ground anchor by then.',
          ),
        ],
      },
    }),
}

/** In the order in which they were written. */
export const SAMPLE_POSTS: readonly SamplePost[] = [KNOTS, FIRST_FLIGHTS, ROKKAKU, LANTERNS, YEAR, REPAIRS]
