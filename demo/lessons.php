<?php

/** The workshop book: what is said of each typed lesson beside its notes, by its file. */
return [
    '01-two-doors' => ['page' => 4, 'steps' => ['count', 'letters', 'air', 'play']],
    '02-boots-in-the-hall' => ['page' => 4, 'steps' => ['count', 'air']],
    '03-up-the-ladder' => ['page' => 5, 'steps' => ['letters', 'play']],
    '04-kettle-song' => ['page' => 6],
    '05-harbour-steps' => ['page' => 7, 'steps' => ['air', 'hooks', 'play']],
    '06-echo-yard' => ['page' => 8],
    // Basses have no C sharp and no high D yet.
    '07-over-the-wall' => ['page' => 9, 'choices' => ['bass' => ['octaves' => null, 'found' => 'phrase']]],
    '08-walking-in-three' => ['page' => 10, 'choices' => ['bass' => ['octaves' => null, 'found' => 'singly']]],
    '09-low-two-arrives' => ['page' => 11, 'choices' => ['bass' => ['octaves' => null, 'found' => 'singly']]],
    '10-pickup-polka' => ['page' => 12, 'choices' => ['bass' => ['octaves' => null, 'found' => 'singly']]],
    '11-ferry-and-bell' => ['page' => 14, 'choices' => ['bass' => ['octaves' => null, 'found' => 'singly']]],
    '12-back-and-forth' => ['page' => 15, 'choices' => ['bass' => ['octaves' => null, 'found' => 'singly']]],
];
