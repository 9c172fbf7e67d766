<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Choice;

/** Whether the lid of the scanner lies on what is scanned. */
enum ScannerLid: string
{
    case Closed = 'closed, on paper';
    case Open = 'open, dark behind';
}
