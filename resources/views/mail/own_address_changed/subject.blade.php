{!! $app !!}: the address of your account was changed
