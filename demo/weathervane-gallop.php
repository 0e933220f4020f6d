<?php

/** Some measures of a piece whose parts are on paper: where each passage begins, and what is typed of it. */
return [
    'title' => 'Weathervane Gallop',
    'passages' => [
        [
            'part' => 'Violin I',
            'first' => 52,
            'abc' => "X:1\nT:Weathervane Gallop\nC:Tamsin Orrel\nM:2/4\nL:1/8\nQ:1/4=112\nK:D\n"
                . "!mf!(FG) AF | d2 A2 | BG EG | F2 D2 | (FG) AF | d2 .(c.d) | (eA) (BG) | F2 E2 | D4 |]\n",
        ],
        [
            'part' => 'Cello',
            'first' => 52,
            'abc' => "X:1\nT:Weathervane Gallop\nC:Tamsin Orrel\nM:2/4\nL:1/8\nQ:1/4=112\nK:D clef=bass\n"
                . "!mf!D,2 A,2 | F,2 D,2 | G,2 E,2 | A,,2 D,2 | D,2 A,2 | F,2 A,2 | C2 G,2 | A,2 A,,2 | D,4 |]\n",
        ],
    ],
];
