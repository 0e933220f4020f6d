<?php

declare(strict_types=1);

// Thirty desks open on one piece, each asking every two seconds what is new, while one of them marks: how long a mark takes, how long
// until all the others have it. Told as a ratio to the same marks with nobody else there.

use GuzzleHttp\Promise\Utils;
use Psr\Http\Message\ResponseInterface;
use Tests\Browser\Support\Harness;
use Tests\Support\Client;

require __DIR__ . '/../vendor/autoload.php';

const PEOPLE = 30;
const MARKS = 12;
const ASK_EVERY = 2.0;

$url = Harness::get()->url;
$director = Client::signedIn($url);
$section = $director->json('GET', 'pieces/2')['sections'][0]['id'];
$desk = $director->json('GET', "sections/{$section}");
$places = array_values(array_unique(array_map(static fn (array $note): string => "{$note['measure']}.1", array_slice($desk['score'], 20))));

/** @return array{float, array<mixed>} seconds, and the answer */
$mark = static function (int $number) use ($director, $section, $places): array {
    $start = microtime(true);
    $answer = $director->json('POST', "sections/{$section}/marks", ['lines' => "{$places[$number]} \"{$number}\"", 'seen' => 999_999]);

    return [microtime(true) - $start, $answer];
};
$alone = array_map(static fn (int $number): float => $mark($number)[0], range(0, MARKS - 1));

/** @var list<array{client: Client, revision: int, next: float}> $desks each with its own window; when it asks next */
$desks = [];
for ($number = 0; $number < PEOPLE; $number++) {
    $desks[] = ['client' => $director->again(), 'revision' => $desk['revision'], 'next' => microtime(true) + ASK_EVERY * $number / PEOPLE];
}
$asks = $heard = $among = [];
$names = ['known' => $desk['names'], 'held' => $desk['names']];
$revision = 0;
$begun = microtime(true);
$marked = 0;
$markedAt = [];
while (microtime(true) - $begun < 2.5 * MARKS) {
    $now = microtime(true);
    $due = array_keys(array_filter($desks, static fn (array $one): bool => $one['next'] <= $now));
    $asked = [];
    foreach ($due as $index) {
        $start = microtime(true);
        $desks[$index]['next'] = $now + ASK_EVERY;
        $asked[$index] = $desks[$index]['client']->begin('POST', "sections/{$section}/now", [
            'revision' => $desks[$index]['revision'], 'measure' => $index, ...$names,
        ])->then(static function (ResponseInterface $answer) use (&$desks, &$asks, &$heard, &$markedAt, $index, $start): void {
            $asks[] = microtime(true) - $start;
            $told = json_decode((string) $answer->getBody(), true);
            if (is_array($told) && $told['revision'] > $desks[$index]['revision']) {
                $desks[$index]['revision'] = $told['revision'];
                if (isset($markedAt[$told['revision']])) {
                    $heard[] = microtime(true) - $markedAt[$told['revision']];
                }
            }
        });
    }
    // The mark is sent among the others' questions.
    if ($marked < MARKS && $now - $begun > 2.2 * $marked) {
        $start = microtime(true);
        $asked['mark'] = $director->begin('POST', "sections/{$section}/marks", [
            'lines' => "{$places[$marked]} \"again {$marked}\"", 'seen' => 999_999,
        ])->then(static function (ResponseInterface $answer) use (&$among, &$markedAt, $start): void {
            $among[] = microtime(true) - $start;
            $markedAt[(int) (json_decode((string) $answer->getBody(), true)['revision'] ?? 0)] = microtime(true);
        });
        $marked++;
    }
    Utils::settle($asked)->wait();
    usleep(5000);
}
$told = static function (string $what, array $times, string $more = ''): void {
    sort($times);
    $late = $times[(int) floor(0.95 * (count($times) - 1))];
    printf("  %-44s median %5.0f, 95th percentile %5.0f ms  %s\n", $what, 1000 * $times[intdiv(count($times), 2)], 1000 * $late, $more);
};
sort($alone);
sort($among);
$told('a mark, nobody else there', $alone);
$told('a mark, ' . PEOPLE . ' desks open', $among, sprintf('%.1f × alone', $among[intdiv(count($among), 2)] / $alone[intdiv(count($alone), 2)]));
$told('a desk asks what is new', $asks, count($asks) . ' times');
$told('until another desk has the mark', $heard, 'asked: within 2000, and a question');
