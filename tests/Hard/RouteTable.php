<?php

declare(strict_types=1);

namespace Tests\Hard;

/**
 * What every route answers to every role. A route that is not here fails the tests: whoever adds one says here who may.
 *
 * Roles: owner, co-teachers who edit, propose or read, a stranger (another director), a guest.
 */
final class RouteTable
{
    public const ROLES = ['own', 'edit', 'propose', 'read', 'stranger', 'guest'];

    private const ALL = ['own' => 200, 'edit' => 200, 'propose' => 200, 'read' => 200, 'stranger' => 404, 'guest' => 401];
    private const PROPOSERS = ['read' => 403] + self::ALL;
    private const EDITORS = ['propose' => 403, 'read' => 403] + self::ALL;
    private const OWNER = ['edit' => 403] + self::EDITORS;
    /** One's own things: everybody who is signed in has some. */
    private const SIGNED_IN = ['stranger' => 200] + self::ALL;
    /** Things of the owner that are not shared with the piece. */
    private const OWNER_ALONE = ['edit' => 404, 'propose' => 404, 'read' => 404] + self::ALL;
    private const ANYBODY = ['guest' => 200, 'stranger' => 200] + self::ALL;

    /** @return array<string, array{body: array<string, mixed>, expected: array<string, int>}> by method and path as the route has it */
    public static function all(): array
    {
        $made = static fn (array $expected): array => array_map(static fn (int $status): int => $status === 200 ? 201 : $status, $expected);
        $refused = static fn (array $expected, int $with): array => array_map(static fn (int $status): int => $status === 200 ? $with : $status, $expected);
        $settings = ['profile' => 'second-year', 'schools' => [], 'sizes' => [], 'density' => 'standard', 'wording' => 'words'];
        $abc = "X:1\nT:Typed\nM:4/4\nL:1/4\nK:D\nD E F G | A4 |]\n";
        $copy = ['from' => 0, 'start' => '0', 'until' => '1', 'onto' => '2', 'what' => 'all', 'look' => true];
        $rows = [
            'GET up' => [[], self::ANYBODY],
            'GET {any?}' => [[], self::ANYBODY],
            'GET piece/{piece}/desk/{section}' => [[], self::ANYBODY],
            'GET api/v1/part/{token}' => [[], self::ANYBODY],
            'GET part/worker.js' => [[], self::ANYBODY],
            'GET part/{token}' => [[], self::ANYBODY],
            'GET part/{token}/app.webmanifest' => [[], self::ANYBODY],
            'GET api/v1/part/{token}/page' => [[], self::ANYBODY],
            'GET api/v1/part/{token}/drawing/{sheet}' => [[], self::ANYBODY],
            'GET api/v1/part/{token}/play' => [[], self::ANYBODY],
            'GET api/v1/part/{token}/others' => [[], $refused(self::ANYBODY, 403)],
            'GET api/v1/part/{token}/practice' => [[], self::ANYBODY],
            'GET api/v1/part/{token}/now' => [[], self::ANYBODY],
            'GET api/v1/part/{token}/changes' => [[], $refused(self::ANYBODY, 404)],
            'POST api/v1/part/{token}/seen' => [['reader' => str_repeat('a', 24)], self::ANYBODY],
            'GET api/v1/part/{token}/download.{ending}' => [[], self::ANYBODY],
            'GET api/v1/session' => [[], self::ANYBODY],
            'POST api/v1/session' => [['email' => 'nobody@example.test', 'password' => 'x'], $refused(self::ANYBODY, 422)],
            'DELETE api/v1/session' => [[], self::ANYBODY],
            'POST api/v1/first' => [
                ['code' => 'X', 'name' => 'X', 'email' => 'x@example.test', 'password' => 'three words or four'],
                $refused(self::ANYBODY, 422),
            ],
            'POST api/v1/password/letter' => [['email' => 'nobody@example.test'], $refused(self::ANYBODY, 202)],
            'POST api/v1/password' => [
                ['email' => 'maren@example.test', 'token' => 'x', 'password' => 'three words or four'],
                $refused(self::ANYBODY, 422),
            ],
            'GET api/v1/invitation/{token}' => [[], self::ANYBODY],
            'POST api/v1/invitation/{token}/letter' => [[], $refused(self::ANYBODY, 202)],
            'POST api/v1/invitation/{token}' => [[], ['own' => 403, 'edit' => 403, 'propose' => 403, 'read' => 403, 'stranger' => 403, 'guest' => 401]],
            'GET api/v1/account' => [[], self::SIGNED_IN],
            'GET api/v1/outbox' => [[], self::SIGNED_IN],
            'PATCH api/v1/account' => [['name' => 'Another'], self::SIGNED_IN],
            'DELETE api/v1/account' => [['password' => 'rosin-and-maple'], self::SIGNED_IN],
            'PUT api/v1/account/password' => [['current' => 'rosin-and-maple', 'password' => 'three words or four'], self::SIGNED_IN],
            'DELETE api/v1/account/sign-ins' => [[], self::SIGNED_IN],
            'POST api/v1/account/pack' => [[], $refused(self::SIGNED_IN, 202)],
            'POST api/v1/account/unpack' => [[], $refused(self::SIGNED_IN, 422)],
            'GET api/v1/account/errands/{errand}' => [[], self::OWNER_ALONE],
            'DELETE api/v1/account/errands/{errand}' => [[], self::OWNER_ALONE],
            'GET api/v1/account/errands/{errand}/file' => [[], self::OWNER_ALONE],
            'GET api/v1/rack' => [[], self::SIGNED_IN],
            'POST api/v1/shelves' => [['name' => 'New', 'kind' => 'programme'], $made(self::SIGNED_IN)],
            'DELETE api/v1/shelves/{shelf}' => [[], $refused(self::OWNER_ALONE, 422)],
            'PATCH api/v1/shelves/{shelf}' => [['name' => 'Renamed'], self::OWNER_ALONE],
            'POST api/v1/scores/look' => [[], $refused(self::SIGNED_IN, 422)],
            'POST api/v1/pieces' => [['token' => str_repeat('a', 40), 'file' => 'x.xml', 'shelf' => 1], $refused(self::SIGNED_IN, 422)],
            'GET api/v1/pieces/{piece}' => [[], self::ALL],
            'PATCH api/v1/pieces/{piece}' => [['title' => 'New'], self::OWNER],
            'PUT api/v1/pieces/{piece}/tempos' => [['tempos' => ['1' => 90]], self::EDITORS],
            'DELETE api/v1/pieces/{piece}' => [[], self::OWNER],
            'POST api/v1/pieces/{binned}/restore' => [[], self::OWNER_ALONE],
            'DELETE api/v1/pieces/{binned}/bin' => [[], self::OWNER_ALONE],
            'GET api/v1/pieces/{piece}/history' => [[], self::ALL],
            'POST api/v1/pieces/{piece}/history/back' => [['change' => 999_999], array_map(
                static fn (int $status): int => $status === 200 ? 404 : $status,
                self::PROPOSERS,
            )],
            'GET api/v1/history/next' => [[], self::SIGNED_IN],
            'POST api/v1/history/undo' => [[], self::SIGNED_IN],
            'POST api/v1/history/redo' => [[], self::SIGNED_IN],
            'GET api/v1/pieces/{piece}/corrections' => [[], self::OWNER],
            'POST api/v1/pieces/{piece}/corrections/look' => [['token' => str_repeat('a', 40), 'file' => 'x.xml'], $refused(self::OWNER, 422)],
            'POST api/v1/pieces/{piece}/corrections' => [['token' => str_repeat('a', 40), 'file' => 'x.xml'], $refused(self::OWNER, 422)],
            'DELETE api/v1/corrections/{correction}' => [[], self::OWNER],
            'GET api/v1/shelves/{shelf}/calendar' => [[], self::OWNER_ALONE],
            'POST api/v1/shelves/{shelf}/dates' => [
                ['kind' => 'rehearsal', 'date' => '2026-12-03', 'time' => '14:05', 'minutes' => 45, 'weeks' => 2],
                $made(self::OWNER_ALONE),
            ],
            'GET api/v1/shelves/{shelf}/calendar.ics' => [[], self::OWNER_ALONE],
            'POST api/v1/shelves/{shelf}/calendar/look' => [[], $refused(self::OWNER_ALONE, 422)],
            'POST api/v1/shelves/{shelf}/calendar' => [[], $refused(self::OWNER_ALONE, 422)],
            'PATCH api/v1/dates/{date}' => [
                ['kind' => 'rehearsal', 'date' => '2026-12-10', 'time' => '14:05', 'minutes' => 50],
                self::OWNER_ALONE,
            ],
            'DELETE api/v1/dates/{date}' => [[], self::OWNER_ALONE],
            'GET api/v1/dates/{date}/plan' => [[], self::OWNER_ALONE],
            'PUT api/v1/dates/{date}/plan' => [
                ['minutes' => 30, 'begin' => 'hard', 'pieces' => null, 'fixed' => [], 'dropped' => ['warm-up']],
                self::OWNER_ALONE,
            ],
            'PUT api/v1/dates/{date}/done' => [['done' => []], self::OWNER_ALONE],
            'GET api/v1/dates/{date}/plan.pdf' => [[], self::OWNER_ALONE],
            'GET api/v1/pieces/{piece}/tuning' => [[], self::ALL],
            'GET api/v1/pieces/{piece}/tuning.pdf' => [[], self::ALL],
            'GET api/v1/pieces/{piece}/entrances' => [[], self::ALL],
            'GET api/v1/pieces/{piece}/entrances.pdf' => [[], self::ALL],
            'GET api/v1/pieces/{piece}/hardness' => [[], self::ALL],
            'GET api/v1/pieces/{piece}/heard' => [[], self::ALL],
            'POST api/v1/pieces/{piece}/heard' => [['measure' => '1', 'sections' => [], 'kind' => 'rhythm'], $made(self::PROPOSERS)],
            'PATCH api/v1/heard/{heard}' => [['better' => true], self::PROPOSERS],
            'DELETE api/v1/heard/{heard}' => [[], self::PROPOSERS],
            'POST api/v1/heard/{heard}/correct' => [[], self::PROPOSERS],
            'POST api/v1/sections/{section}/assigned/look' => [['for' => 'viola'], self::OWNER],
            'POST api/v1/sections/{section}/assigned' => [['for' => 'viola'], $made(self::OWNER)],
            'GET api/v1/sections/{section}/unison' => [['from' => '1', 'to' => '2'], self::ALL],
            'GET api/v1/sections/{section}/unison/download.{ending}' => [['from' => '1', 'to' => '2'], self::ALL],
            'GET api/v1/shelves/{shelf}/book' => [[], self::OWNER_ALONE],
            'GET api/v1/shelves/{shelf}/week' => [['part' => 'Violin I', 'lessons' => '999999'], $refused(self::OWNER_ALONE, 422)],
            'GET api/v1/shelves/{shelf}/week.pdf' => [['part' => 'Violin I', 'lessons' => '999999'], $refused(self::OWNER_ALONE, 422)],
            'PUT api/v1/shelves/{shelf}/order' => [['piece' => 999_999, 'to' => 0], $refused(self::OWNER_ALONE, 422)],
            'POST api/v1/write-in' => [['typed' => ['abc' => $abc], 'shelf' => 999_999], $refused(self::SIGNED_IN, 422)],
            'POST api/v1/write-in/look' => [['typed' => ['abc' => $abc]], self::SIGNED_IN],
            'POST api/v1/write-in/musicxml' => [['typed' => ['abc' => $abc]], self::SIGNED_IN],
            'POST api/v1/write-in/fingers' => [['line' => 'D 0 1 2 3'], self::SIGNED_IN],
            'GET api/v1/sections/{section}/book-words' => [[], self::ALL],
            'GET api/v1/pieces/{piece}/passage' => [[], self::OWNER],
            'POST api/v1/pieces/{piece}/passage' => [
                ['typed' => ['abc' => $abc, 'part' => 'Violin III', 'first' => 999]],
                $refused(self::OWNER, 422),
            ],
            'GET api/v1/pieces/{piece}/typed' => [[], $refused(self::OWNER, 422)],
            'PUT api/v1/pieces/{piece}/typed' => [['typed' => ['abc' => $abc]], $refused(self::OWNER, 422)],
            'GET api/v1/pieces/{piece}/lesson' => [[], self::ALL],
            'GET api/v1/pieces/{piece}/lesson/pages' => [[], self::ALL],
            'PATCH api/v1/pieces/{piece}/lesson' => [['steps' => ['count']], self::OWNER],
            'GET api/v1/pieces/{piece}/from-lesson' => [[], self::OWNER],
            'GET api/v1/pieces/{piece}/glance' => [[], self::ALL],
            'GET api/v1/pieces/{piece}/tutti' => [[], self::ALL],
            'POST api/v1/pieces/{piece}/marks/look' => [['parts' => [['section' => '{section}', 'lines' => '1.2 up']]], self::PROPOSERS],
            'POST api/v1/pieces/{piece}/marks' => [['parts' => [['section' => '{section}', 'lines' => '1.2 up']]], self::PROPOSERS],
            'GET api/v1/pieces/{piece}/read-through' => [[], self::ALL],
            'GET api/v1/pieces/{piece}/handout' => [[], self::ALL],
            'POST api/v1/pieces/{piece}/shares' => [['email' => 'new@example.test', 'may' => 'read'], $made(self::OWNER)],
            'PATCH api/v1/shares/{share}' => [['may' => 'edit'], self::OWNER],
            'DELETE api/v1/shares/{share}' => [[], self::OWNER],
            'POST api/v1/shares/{share}/mine' => [[], ['own' => 404] + self::OWNER_ALONE],
            'DELETE api/v1/shares/{share}/mine' => [[], ['own' => 404] + self::OWNER_ALONE],
            'GET api/v1/class' => [[], self::SIGNED_IN],
            'PUT api/v1/class' => [$settings, $refused(self::SIGNED_IN, 422)],
            'DELETE api/v1/class' => [[], $refused(self::SIGNED_IN, 422)],
            'GET api/v1/class/pieces' => [[], self::SIGNED_IN],
            'POST api/v1/pieces/{piece}/class' => [[], $refused(self::SIGNED_IN, 422)],
            'POST api/v1/class/example' => [[], $refused(self::SIGNED_IN, 422)],
            'GET api/v1/class/fingerboard' => [['instrument' => 'violin', 'size' => '4/4', 'position' => 'I'], self::SIGNED_IN],
            'GET api/v1/class/fingerboard.pdf' => [['instrument' => 'violin', 'size' => '4/4', 'position' => 'I'], self::SIGNED_IN],
            'GET api/v1/sections/{section}' => [[], self::ALL],
            'GET api/v1/sections/{section}/notes/{note}' => [[], self::ALL],
            'GET api/v1/sections/{section}/returns' => [[], self::ALL],
            'POST api/v1/sections/{section}/copy' => [['from' => '{section}'] + $copy, self::EDITORS],
            'GET api/v1/sections/{section}/open-strings' => [[], self::ALL],
            'GET api/v1/sections/{section}/patterns' => [[], self::ALL],
            'GET api/v1/sections/{section}/page' => [[], self::ALL],
            'GET api/v1/sections/{section}/sound' => [[], self::ALL],
            'GET api/v1/sections/{section}/play' => [[], self::ALL],
            'GET api/v1/pieces/{piece}/warm-up' => [['minutes' => 3], self::ALL],
            'GET api/v1/pieces/{piece}/warm-up.pdf' => [['minutes' => 999], $refused(self::ALL, 422)],
            'GET api/v1/pieces/{piece}/play' => [[], self::ALL],
            'GET api/v1/sections/{section}/practice' => [[], self::ALL],
            'PUT api/v1/sections/{section}/practice' => [['lines' => null], self::EDITORS],
            'GET api/v1/sections/{section}/practice/line' => [['kind' => 'open-strings', 'measure' => '1'], self::ALL],
            'GET api/v1/sections/{section}/practice/download.{ending}' => [[], self::ALL],
            'GET api/v1/sections/{section}/choice' => [[], $refused(self::ALL, 404)],
            'GET api/v1/sections/{section}/hand' => [[], self::ALL],
            'POST api/v1/sections/{section}/marks' => [['lines' => '1.2 down', 'seen' => 0], self::PROPOSERS],
            'POST api/v1/sections/{section}/first-sight' => [['width' => 868], $refused(self::ALL, 202)],
            'POST api/v1/sections/{section}/now' => [['revision' => 0, 'measure' => 0], self::ALL],
            'POST api/v1/sections/{section}/preview' => [['lines' => '1.2 down'], self::PROPOSERS],
            'GET api/v1/sections/{section}/threads' => [[], self::ALL],
            'POST api/v1/sections/{section}/threads' => [['note' => 'P1-m1-n1', 'text' => 'Why so?'], $made(self::PROPOSERS)],
            'POST api/v1/threads/{thread}/remarks' => [['text' => 'Because.'], $made(self::PROPOSERS)],
            'PATCH api/v1/threads/{thread}' => [['settled' => true], self::PROPOSERS],
            'POST api/v1/sections/{section}/settle' => [['key' => 'x', 'answer' => 'take', 'seen' => 0], $refused(self::EDITORS, 409)],
            'POST api/v1/sections/{section}/undo' => [[], self::PROPOSERS],
            'POST api/v1/sections/{section}/redo' => [[], self::PROPOSERS],
            'POST api/v1/sections/{section}/done' => [['what' => 'hand', 'done' => true], self::EDITORS],
            'PUT api/v1/sections/{section}/density' => [['density' => 'every'], self::EDITORS],
            'POST api/v1/sections/{section}/leave' => [['key' => 'x', 'leave' => true], self::EDITORS],
            'POST api/v1/sections/{section}/editions' => [[], $made(self::EDITORS)],
            'GET api/v1/sections/{section}/changes' => [[], self::ALL],
            'PATCH api/v1/links/{link}' => [['shows' => 'list'], self::EDITORS],
            'GET api/v1/pieces/{piece}/download.{ending}' => [[], self::ALL],
            'GET api/v1/pieces/{piece}/paper' => [[], self::ALL],
            'GET api/v1/sections/{section}/paper' => [[], self::ALL],
            'POST api/v1/sections/{section}/drawing' => [[], self::EDITORS],
            'DELETE api/v1/sections/{section}/drawing' => [[], self::EDITORS],
            'POST api/v1/sections/{section}/links' => [[], $made(self::EDITORS)],
            'DELETE api/v1/links/{link}' => [[], self::EDITORS],
            'GET api/v1/sections/{section}/download.{ending}' => [[], self::ALL],
        ];

        return array_map(static fn (array $row): array => ['body' => $row[0], 'expected' => $row[1]], $rows);
    }
}
