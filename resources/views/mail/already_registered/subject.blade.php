{!! $app !!}: you already have an account
