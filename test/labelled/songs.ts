/** Whole songs of our own that a band plays and likes: several sections, sounds, passes, hits. Labels: common practice. */
export const LIKED_SONGS: readonly { readonly style: string; readonly text: string }[] = [
  {
    style: 'pop rock: clean verse, crunch chorus, last time a tone up',
    text: `title: Paper Lanterns
key: A
tempo: 126
voice: A3-E5
guitar1: gain 2; sound crunch = gain 6
guitar2: gain 3; sound drive = gain 7; sound echo = gain 4, delay 1/8.

== Verse == x2
chords | A | F#m | D | E |
voice | ~~~~~~~. | ~~~~.... | ~~~~~~~. | ~~~~.... |
guitar1 | x02220 | 244222 | xx0232 | 022100 |
guitar1 hits | 5-4-3-2-3-4-3-2- | 6-4-3-2-3-4-3-2- | 4-3-2-1-2-3-2-3- | 6-4-3-2-3-4-3-2- |
guitar2 | r | . | . | . |
bass | 5xxx | 2xxx | x5xx | 0xxx |
bass hits | O--OO--- | % | % | % |
-- pass 2: bar 1-4 --
guitar2 | 577xxx | 244xxx | x577xx | x799xx |
guitar2 hits | MMMMMMMM | % | % | % |

== Pre == guitar1 sound crunch; guitar2 sound drive
chords | Bm | D | Bm | E |
voice | ~~~~~~~~ | ~~~~.... | ~~~~~~~~ | ........ |
guitar1 | x24432 | x57775 | x24432 | 079997 |
guitar1 hits | O-O-O-O- | % | % | % |
guitar2 | x244xx | x577xx | x244xx | x799xx |
guitar2 hits | MMMMMMMM | % | % | OOOOOOOO |
bass | x2xx | x5xx | x2xx | x7xx |
bass hits | OOOOOOOO | % | % | % |

== Chorus == x2; guitar1 sound crunch; guitar2 sound drive
chords | A | E | F#m | D |
voice | ~~~~~~~~ | ~~~~~~~~ | ~~~~~~~~ | ~~~~.... |
guitar1 | 577655 | x79997 | 244222 | x57775 |
guitar1 hits | O.OOO.OO | % | % | % |
guitar2 | 577xxx | x799xx | 244xxx | x577xx |
guitar2 hits | OOOOOOOO | % | % | % |
bass | 5xxx | x7xx | 2xxx | x5xx |
bass hits | OOOOOOOO | % | % | % |

== Bridge == guitar2 sound echo
chords | Dsus2 | A | Dsus2 | Esus4 . E . |
guitar1 | xx0230 | x02220 | xx0230 | 022200 . 022100 . |
guitar1 hits | O-OoO-Oo | % | % | % |
guitar2 line | 9@1 . 10@2 . | 9@1 . 10@2 . | 12@1 . 10@1 . | 9@2 . . . |
bass | x5xx | x0xx | x5xx | 0xxx |
bass hits | O---O--- | % | % | % |

== Chorus == x2; key B
`,
  },
  {
    style: 'blues rock shuffle in twelve bars, a lead over it',
    text: `title: Gravel Road Sign
key: E
tempo: 112
guitar1: gain 5
guitar2: gain 6

== Round == x2; swing 66%
chords | E7 | A7 | E7 | E7 | A7 | A7 | E7 | E7 | B7 | A7 | E7 . A7 . | E7 . B7 . |
guitar1 | 02xxxx 02xxxx 04xxxx 04xxxx 02xxxx 02xxxx 04xxxx 04xxxx | x02xxx x02xxx x04xxx x04xxx x02xxx x02xxx x04xxx x04xxx | 02xxxx 02xxxx 04xxxx 04xxxx 02xxxx 02xxxx 04xxxx 04xxxx | 02xxxx 02xxxx 04xxxx 04xxxx 05xxxx 05xxxx 04xxxx 04xxxx | x02xxx x02xxx x04xxx x04xxx x02xxx x02xxx x04xxx x04xxx | % | 02xxxx 02xxxx 04xxxx 04xxxx 02xxxx 02xxxx 04xxxx 04xxxx | % | x24xxx x24xxx x26xxx x26xxx x24xxx x24xxx x26xxx x26xxx | x02xxx x02xxx x04xxx x04xxx x02xxx x02xxx x04xxx x04xxx | 02xxxx 02xxxx 04xxxx 04xxxx x02xxx x02xxx x04xxx x04xxx | 020100 . x21202 . |
guitar2 line | r . 12@1 15@2 12@2 14@3b1 . 12@2 | r . 12@2 14@3 12@3 14@4 . . | r . 15@1b1 . 12@1 15@2 12@2 . | 14@3b1/4 . 12@3 14@4 . . r . | r . 15@2 12@2 14@3 12@3 14@4 . | r . 12@1 15@2 . 12@2 14@3 12@3 | 14@4 . . . r . 12@3 h14@3 | 12@2 . 14@3 . 12@3 14@4 . . | r . 14@3 . 12@2 15@2 12@1 . | r . 12@2 14@3 12@3 14@4 12@4 . | 14@4 . . . r . . . | 0@6 . 3@5 4@5 2@5 . . . |
bass line | 0@4 4@4 2@3 4@3 | 0@3 4@3 2@2 4@2 | 0@4 4@4 2@3 4@3 | 5@3 4@3 2@3 4@4 | 0@3 4@3 2@2 4@2 | 5@2 4@2 2@2 4@3 | 0@4 4@4 2@3 4@3 | 0@4 4@4 2@3 1@3 | 2@3 1@2 4@2 1@2 | 0@3 4@3 2@2 4@2 | 0@4 4@4 0@3 1@3 | 2@3 0@4 2@3 2@4 |
`,
  },
  {
    style: 'metal in a dropped tuning: gallop, breakdown, twin leads',
    text: `title: Cinder Vault
key: Cm
tempo: 168
guitar1: tuning C G C F A D; gain 10
guitar2: tuning C G C F A D; gain 9
bass: tuning C G C F

== Gallop == x2
chords | C5 | C5 . Db5 Eb5 | C5 | Ab5 . Bb5 . |
guitar1 | 000xxx | 000xxx . 111xxx 333xxx | 000xxx | 888xxx . 10-10-10-x-x-x . |
guitar1 hits | M-mmM-mmM-mmM-mm | M-mmM-mmO---O--- | M-mmM-mmM-mmM-mm | O-------O------- |
guitar2 | 000xxx | 000xxx . 111xxx 333xxx | 000xxx | 888xxx . 10-10-10-x-x-x . |
guitar2 hits | M-mmM-mmM-mmM-mm | M-mmM-mmO---O--- | M-mmM-mmM-mmM-mm | O-------O------- |
bass | 0xxx | 0xxx . 1xxx 3xxx | 0xxx | 8xxx . 10-x-x-x . |
bass hits | O-OOO-OOO-OOO-OO | O-OOO-OOO---O--- | O-OOO-OOO-OOO-OO | O-------O------- |

== Leads ==
chords | Cm | Ab | Eb | Bb |
guitar1 line | 13@1 . 10@1 . 12@1 13@1 15@1 . | 15@1 . 13@1 . 10@1 12@1 13@1 . | 12@1 . 13@1 . 15@1 12@1 13@1 . | 12@1 . . . 10@1 . 12@1 . |
guitar2 line | 10@1 . 11@2 . 8@1 10@1 12@1 . | 12@1 . 10@1 . 11@2 8@1 10@1 . | 8@1 . 10@1 . 12@1 8@1 10@1 . | 8@1 . . . 11@2 . 8@1 . |
bass | 0xxx | 8xxx | 3xxx | 10-x-x-x |
bass hits | OOOOOOOO | % | % | % |

== Breakdown == feel half
chords | C5 | C5 Gb5 . F5 |
guitar1 | 000xxx | 000xxx 666xxx . 555xxx |
guitar1 hits | O---..M-..M-..M- | O---O-------O--- |
guitar2 | 000xxx | 000xxx 666xxx . 555xxx |
guitar2 hits | O---..M-..M-..M- | O---O-------O--- |
bass | 0xxx | 0xxx 6xxx . 5xxx |
bass hits | O---..O-..O-..O- | O---O-------O--- |
`,
  },
  {
    style: 'ska punk: chops and a walking bass, then fast power chords',
    text: `title: Tin Whistle Tram
key: G
tempo: 176
guitar1: gain 3; sound loud = gain 8
guitar2: gain 3; sound loud = gain 8

== Verse == x2
chords | G | Em | C | D |
guitar1 | xxx433 | xxx987 | xxx553 | xxx775 |
guitar1 hits | .O.O.O.O | % | % | % |
guitar2 | r | . | . | . |
bass line | 3@4 2@3 5@3 4@3 | 0@4 2@4 3@4 2@3 | 3@3 2@2 5@2 3@2 | 5@3 4@2 2@2 0@2 |

== Chorus == x2; guitar1 sound loud; guitar2 sound loud
chords | G5 | D5 | E5 | C5 |
guitar1 | 355xxx | x577xx | x799xx | x355xx |
guitar1 hits | OOOOOOOO | % | % | % |
guitar2 | 355xxx | x577xx | x799xx | x355xx |
guitar2 hits | OOOOOOOO | % | % | % |
bass | 3xxx | x5xx | x7xx | x3xx |
bass hits | OOOOOOOO | % | % | % |

== Stop ==
chords | G | C | D . . . |
guitar1 | 320003 | x32010 | xx0232 . . . |
guitar1 hits | O....... | O....... | O....... |
guitar2 line | r . 3@1 . 3@2 5@3 3@3 . | r . 5@2 3@2 5@3 . 4@3 . | r . . . . . . . |
bass | 3xxx | x3xx | x5xx . . . |
bass hits | O....... | O....... | O....... |
`,
  },
  {
    style: 'folk rock in six-eight with a capo and slash basses',
    text: `title: Harbour Bell
key: D
tempo: 66
meter: 6/8
voice: A3-D5
guitar1: gain 1; capo 2
guitar2: gain 2

== Verse == x2
chords | D | D/C# | Bm | Bm/A | G | D/F# | Em7 | A7sus4 |
voice | ~~~~.. | ~~~~.. | ~~~~.. | ~~.... | ~~~~.. | ~~~~.. | ~~~~.. | ...... |
guitar1 | x32010 | x22010 | x02210 | 3x2210 | 133211 | 0x2010 | xx0211 | 3x0010 |
guitar1 hits | O-oO-o | % | % | % | % | % | % | % |
guitar2 | x-x-x-11-10-10 | . | x-x-x-11-12-10 | . | x-x-x-12-12-10 | x-x-x-11-10-10 | x-x-x-12-12-10 | x-x-x-9-10-10 |
guitar2 hits | O----- | % | % | % | % | % | % | % |
bass | x5xx | x4xx | x2xx | x0xx | 3xxx | 2xxx | 0xxx | x0xx |
bass hits | O----- | % | % | % | % | % | % | % |

== Chorus == x2
chords | G | A | F#m | Bm | G | A | D | D |
voice | ~~~~~~ | ~~~~~~ | ~~~~~~ | ~~~~.. | ~~~~~~ | ~~~~~~ | ~~~~.. | ...... |
guitar1 | 133211 | 3x0033 | 022000 | x02210 | 133211 | 320003 | x32010 | x32010 |
guitar1 hits | O-oOoo | % | % | % | % | % | % | % |
guitar2 | 355433 | 577655 | 244222 | x24432 | 355433 | 577655 | x57775 | . |
guitar2 hits | O--O-- | % | % | % | % | % | % | % |
bass | 3xxx | x0xx | 2xxx | x2xx | 3xxx | x0xx | x5xx | . |
bass hits | O--O-- | % | % | % | % | % | % | % |
`,
  },
  {
    style: 'new wave: high bass tune, echoing arpeggio, cold chords',
    text: `title: Window Seat Nine
key: Em
tempo: 148
guitar1: gain 2; delay 1/8.
guitar2: gain 5

== Theme == x2
chords | Em | C | D | Bm |
guitar1 | x-x-9-9-8-7 | x-x-10-9-8-8 | x-x-x-11-10-10 | x-x-9-11-12-10 |
guitar1 hits | 32123212 | % | % | % |
guitar2 | r | . | . | . |
bass line | 12@3 12@3 14@3 12@2 12@2 14@2 12@2 14@3 | 10@2 10@2 12@2 14@2 14@2 12@2 10@2 12@3 | 12@2 12@2 12@1 11@2 12@2 12@2 9@2 11@2 | 9@2 9@2 9@2 11@1 11@1 9@2 12@2 11@2 |

== Verse == x2
chords | Em | C | D | Bm |
guitar1 | r | . | . | . |
guitar2 | x799xx | x355xx | x577xx | x244xx |
guitar2 hits | O-------O------- | % | % | % |
bass | x7xx | x3xx | x5xx | x2xx |
bass hits | OOOOOOOO | % | % | % |

== Lift ==
chords | Am7 | Bm7 | Cmaj7 | Cmaj7 |
guitar1 | 5x555x | 7x777x | x3545x | . |
guitar1 hits | O-O-O-O- | % | % | % |
guitar2 | xx7x8x | x-x-9-x-10-x | xx9x8x | . |
bass | 5xxx | 7xxx | x3xx | . |
bass hits | OOOOOOOO | % | % | % |
`,
  },
  {
    style: 'funk rock in sixteenths, a driven riff for the chorus',
    text: `title: Brass Knob
key: Em
tempo: 98
guitar1: gain 2; sound dirt = gain 7
guitar2: gain 2; sound dirt = gain 7

== Verse == x2
chords | E7#9 | E7#9 | A13 | E7#9 |
guitar1 | x7678x | . | 5x567x | x7678x |
guitar1 hits | O.xxOxxOxxO.xxxx | % | % | % |
guitar2 line | 5@5m . 7@5m 5@5m . 7@5m . 5@4m 7@5m . 5@5m . 7@5m . . . | 5@5m . 7@5m 5@5m . 7@5m . 5@4m 7@5m . 5@5m . 7@5m . . . | 7@5m . 5@5m 7@5m . 5@4m . 5@5m 7@5m . 5@5m . 7@5m . . . | 5@5m . 7@5m 5@5m . 7@5m . 5@4m 7@5m . 5@5m . 7@5m . . . |
bass line | 0@4 . r 0@4 . 12@3 . r 10@3 . 12@3 . r . 3@4 4@4 | 0@4 . r 0@4 . 12@3 . r 10@3 . 12@3 . r . 3@4 4@4 | 5@4 . r 5@4 . 7@2 . r 5@2 . 7@2 . r . 5@3 4@3 | 0@4 . r 0@4 . 12@3 . r 10@3 . 12@3 . r . 3@4 4@4 |

== Chorus == x2; guitar1 sound dirt; guitar2 sound dirt
chords | E5 | G5 . A5 . | E5 | G5 . D5 . |
guitar1 | 022xxx | 355xxx . x022xx . | 022xxx | 355xxx . x577xx . |
guitar1 hits | O--O--O-O--O--O- | O-----O-O------- | O--O--O-O--O--O- | O-----O-O------- |
guitar2 | 022xxx | 355xxx . x022xx . | 022xxx | 355xxx . x577xx . |
guitar2 hits | O--O--O-O--O--O- | O-----O-O------- | O--O--O-O--O--O- | O-----O-O------- |
bass | 0xxx | 3xxx . x0xx . | 0xxx | 3xxx . x5xx . |
bass hits | O--O--O-O--O--O- | O-----O-O------- | O--O--O-O--O--O- | O-----O-O------- |
`,
  },
  {
    style: 'quiet and loud: sour dyads in the verse, a wall after them',
    text: `title: Salt Cupboard
key: Dm
tempo: 116
guitar1: tuning D A D G B E; gain 2; sound wall = gain 9
guitar2: gain 2; sound wall = gain 8
bass: tuning D A D G

== Verse == x2
chords | Dm | Bb | Dm | Gm |
guitar1 | 0-x-x-x-3-1 | x1xx3x | 0-x-x-x-3-1 | 5xx33x |
guitar1 hits | 6-2-1-2- | 5-2-5-2- | 6-2-1-2- | 6-3-2-3- |
guitar2 | r | . | . | . |
bass | 0xxx | x1xx | 0xxx | 5xxx |
bass hits | O---O-OO | % | % | % |

== Chorus == x2; guitar1 sound wall; guitar2 sound wall
chords | D5 | F5 | C5 | G5 |
guitar1 | 000xxx | 333xxx | x355xx | 555xxx |
guitar1 hits | OOOOOOOO | % | % | % |
guitar2 | x577xx | 133xxx | x355xx | 355xxx |
guitar2 hits | OOOOOOOO | % | % | % |
bass | 0xxx | 3xxx | x3xx | 5xxx |
bass hits | OOOOOOOO | % | % | % |

== End ==
chords | Dm | Dm |
guitar1 | 000231 | . |
guitar1 hits | O------- | -------- |
guitar2 | xxx231 | . |
guitar2 hits | O------- | -------- |
bass | 0xxx | . |
bass hits | O------- | -------- |
`,
  },
];
