<?php

// The demo director's marks, and a colleague's proposals, as pencil lines.
return [
    'Paper Boats' => [
        'decided' => [
            'Violin I' => "8.1 down\n16.1 \"let it ring\"\n24.1 down\n",
            'Violin II' => "8.1 down\n24.1 down\n",
            'Viola' => "8.1 down\n24.1 down\n",
            'Cello' => "8.1 down\n24.1 down\n",
            'Bass' => "8.1 down\n24.1 down\n",
        ],
    ],
    'Cobbler’s Holiday' => [
        'decided' => [
            'Violin I' => "3.1 down\n7.3 no slurs\n18.1 \"long bow\"\n25.1 4\n33.1 retake\n34.1 down\n",
            'Violin II' => "3.1 down\n18.1 \"long bow\"\n",
            'Cello' => "10.4 slur 10.4+\n18.1 \"sing\"\n",
        ],
        'proposed' => [
            'Violin I' => "26.1 up\n29.1 no slurs\n",
            'Bass' => "34.1 up\n",
        ],
    ],
    'The Iron Footbridge' => [
        'decided' => [
            'Violin I' => "2.3 up\n9.1 down\n13.1 goal down\n25.1 down\n",
            'Cello' => "9.1 down\n",
        ],
        'proposed' => [
            'Violin I' => "16.1 retake\n31.1 no slurs\n",
            'Bass' => "9.1 up\n",
            'Cello' => "25.1 up\n",
        ],
    ],
];
