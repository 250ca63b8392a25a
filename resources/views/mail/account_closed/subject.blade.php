{!! $app !!}: your account is closed
