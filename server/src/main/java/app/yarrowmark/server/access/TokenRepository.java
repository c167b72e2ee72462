package app.yarrowmark.server.access;

import org.springframework.data.jpa.repository.JpaRepository;

interface TokenRepository extends JpaRepository<TokenEntity, String> {}
