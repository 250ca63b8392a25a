# CLIENT_SECRET is in the environment, not in the program.
curl --fail-with-body --silent --show-error '{{issuer}}/oauth/token' \
  --user '{{client_id}}':"$CLIENT_SECRET" \
  --data-urlencode 'grant_type=client_credentials' \
  --data-urlencode 'scope={{own_scope}}'
