# Whether a token counts at this moment, and whose it is. CLIENT_SECRET and TOKEN are in the environment.
curl --fail-with-body --silent --show-error '{{issuer}}/oauth/introspect' \
  --user '{{client_id}}':"$CLIENT_SECRET" \
  --data-urlencode "token=$TOKEN"
