{!! $app !!}: your account is open again
