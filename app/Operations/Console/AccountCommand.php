<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Console\Command;
use Kennel\App\Administration\Desk\MakeAccount;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Words;
use Kennel\Core\Administration\Desk\AccountInput;
use Kennel\Core\Credentials\Passwords\PasswordBox;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Secrets\Secret;

/** Makes an account from the command line, as POST /accounts does. */
final class AccountCommand extends Command
{
    use NamesOperator;
    use Refuses;

    protected $signature = 'kennel:account
        {act : "make"}
        {--name= : the holder\'s name}
        {--email= : and address}
        {--app= : the key of the app it is made for}
        {--way=link : how they sign in first: link, temporary, temporary_mailed or typed}
        {--password-file= : for typed: a file whose first line is the password; "-" reads it from the standard input}
        {--keep-password : a typed password need not be changed}
        {--verified : the address is known to be theirs; needs a reason}
        {--suspended : it begins suspended; needs a reason}
        {--reason= : goes into the trail}
        {--as= : the address of the operator who does it; without one the trail says system}
        {--role=* : in the place of the default roles}
        {--field=* : such as size=m}
        {--own= : metadata that the holder may write, as a JSON object}
        {--internal= : metadata that the holder does not see, as a JSON object}';

    protected $description = 'Make an account by hand';

    public function handle(Words $words): int
    {
        if ($this->argument('act') !== 'make') {
            return $this->refuse('There is one act: make.', self::INVALID);
        }
        try {
            $operator = $this->operator(Permission::AccountsManage);
            // Made once it is known who asks.
            $made = app(MakeAccount::class)($this->typed(), $this->told('app'), $operator);
        } catch (Refusal $refusal) {
            foreach ($refusal->reasons as $reason) {
                $this->error(($reason->field === null ? '' : '--'.strtr($reason->field, ['fields.' => 'field ', 'metadata.' => '', 'roles' => 'role']).': ').$words->say($reason));
            }

            return $this->refuse('No account was made.');
        } catch (\RuntimeException $error) {
            return $this->refuse($error->getMessage());
        }
        $this->line("{$made->account->id}  {$made->account->email}  {$made->account->status->value}");
        if ($made->temporary !== null) {
            $this->line("Temporary password, shown this once: {$made->temporary->reveal()}");
        }

        return self::SUCCESS;
    }

    private function typed(): AccountInput
    {
        $fields = [];
        foreach ($this->each('field') as $field) {
            [$key, $value] = [...explode('=', $field, 2), ''];
            $fields[$key] = $value;
        }
        $roles = $this->each('role');

        return new AccountInput(
            $this->told('name'),
            $this->told('email'),
            $this->told('way'),
            $this->option('verified') === true,
            $this->told('reason'),
            $this->option('suspended') === true,
            $fields,
            array_filter(['own' => $this->told('own'), 'internal' => $this->told('internal')], static fn (string $json): bool => $json !== ''),
            $roles === [] ? null : $roles,
            $this->password(),
            $this->option('keep-password') !== true,
        );
    }

    private function told(string $option): string
    {
        $told = $this->option($option);

        return is_string($told) ? $told : '';
    }

    /** @return list<string> */
    private function each(string $option): array
    {
        return array_values(array_filter((array) $this->option($option), is_string(...)));
    }

    private function password(): ?Secret
    {
        $file = $this->told('password-file');
        if ($file === '') {
            return null;
        }
        $line = $file === '-' ? fgets(STDIN) : (is_readable($file) ? strtok((string) file_get_contents($file), "\r\n") : throw new \RuntimeException("{$file} cannot be read."));

        return PasswordBox::read(new Secret(is_string($line) ? rtrim($line, "\r\n") : ''));
    }
}
