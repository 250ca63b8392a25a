{!! $app !!}: your password was changed
