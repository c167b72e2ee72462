package app.yarrowmark.server.facts;

import org.springframework.data.jpa.repository.JpaRepository;

interface FactKeyRepository extends JpaRepository<FactKeyEntity, String> {}
