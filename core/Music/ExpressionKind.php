<?php

declare(strict_types=1);

namespace UprightPencil\Music;

enum ExpressionKind: string
{
    case Dynamic = 'dynamic';
    case Wedge = 'wedge';
    case Words = 'words';
    case Pizzicato = 'pizzicato';
    case Arco = 'arco';
}
