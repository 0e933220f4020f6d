<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Accounts\SignIns;
use App\Models\Errand;
use App\Models\User;

/**
 * One's own account.
 *
 * @phpstan-import-type UserRow from UserResource
 * @phpstan-import-type ErrandRow from ErrandResource
 * @phpstan-import-type SignIn from SignIns
 * @phpstan-type Account array{user: UserRow, used: int, quota: int, signIns: list<SignIn>, pack: ErrandRow|null, unpack: ErrandRow|null}
 */
final readonly class AccountResource
{
    public function __construct(private SignIns $signIns)
    {
    }

    /**
     * @param string $session the one that asks
     * @return Account
     */
    public function of(User $user, string $session): array
    {
        [$pack, $unpack] = [Errand::of($user, 'pack')->first(), Errand::of($user, 'unpack')->first()];

        return [
            'user' => UserResource::of($user),
            'used' => $user->bytesUsed(),
            'quota' => config()->integer('pencil.quota_megabytes') * 1024 * 1024,
            'signIns' => $this->signIns->of($user, $session),
            'pack' => $pack === null ? null : ErrandResource::of($pack),
            'unpack' => $unpack === null ? null : ErrandResource::of($unpack),
        ];
    }
}
